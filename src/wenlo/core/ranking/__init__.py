"""Which kind serves best, and why."""
