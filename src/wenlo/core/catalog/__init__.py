"""Lamps, sheets, faces, stock and fittings: typical ones, and those of the Shelf."""
