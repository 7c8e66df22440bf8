"""Vectors, boxes, beams, solid angles and the sun: places and directions, nothing of light."""
