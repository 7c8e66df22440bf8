"""Stops, exposure, colour, lenses, tone, and how strongly a lamp shines each way."""
