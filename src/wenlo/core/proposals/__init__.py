"""What would help: sizes, places, roles of lamps, cards, and what goes wrong with its cure."""
