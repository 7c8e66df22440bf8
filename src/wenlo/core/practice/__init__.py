"""A simulated set to learn on."""
