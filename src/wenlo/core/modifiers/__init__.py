"""The kinds of modifier, one module each, found by the registry."""
