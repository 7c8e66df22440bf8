"""What was measured, set against what was computed."""
