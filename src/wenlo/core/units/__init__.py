"""Lengths as people write them, and what a field of a document may hold."""
