"""The Bench: things measured once so that later predictions are right."""
