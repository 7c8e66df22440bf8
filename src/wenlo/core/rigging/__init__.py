"""Holds, supports, loads, wind, heat and mains, and the checks of them."""
