"""Wenlo: design, size, build and prove your own light modifiers."""

__version__ = "0.1.0"
