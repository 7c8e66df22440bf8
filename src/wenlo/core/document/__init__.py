"""The shoot as it is kept: Brief, modifiers, rig, and what is refused."""
