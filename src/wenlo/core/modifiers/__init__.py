"""The contract of a kind, and one module a kind."""
