"""What the Shelf holds of a list, what is left to buy, and at which price."""
