"""Ways to make a free-standing rectangular frame on two feet; one module each.

All share :class:`FrameShape`, what the finished frame must measure.
"""
