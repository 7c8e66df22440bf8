"""Columns of the packed rows, and codes in them."""

# a surface, one row of ``SURFACE_COLUMNS``
ORIGIN, AXIS, DUAL_U, DUAL_V = 0, 3, 6, 9
"""Origin; unit normal or axis; for flat shapes u = dual_u·(x − origin), for round ones two unit vectors."""
SHAPE = 12
SIZE = 13
"""Four numbers that say how large a round shape is."""
AREA = 17
LAW = 18
"""How light goes straight through; see the PASS codes."""
CLEAR = 19
"""Unscattered transmittance, RGB."""
CELL = 22
"""Grid: length over width of a cell, open share, kind of cell, cosine and sine of its turn."""
ONE_SIDED = 27
ROOM = 28
CORNERS = 29
"""Number of corners of an outline, then u, v of each (at most ``MOST_CORNERS``)."""
MOST_CORNERS = 12
LENS = CORNERS + 1 + 2 * MOST_CORNERS
"""1/f of a thin lens. [1/m]"""
MIRROR = 0.08
"""A face that is no rougher is a mirror. [-]"""

SHARP_COUNT, SHARP_ROW = LENS + 1, LENS + 2
"""How many lenses and flat mirrors there are, in row 0; and the row of the k-th of them, in row k."""
SURFACE_COLUMNS = LENS + 3

QUAD, DISC, TUBE, DOME, OUTLINE, CUT_OUT = 0, 1, 2, 3, 4, 5
PASS_NOTHING, PASS_CONSTANT, PASS_GRID, PASS_PANE, PASS_LENS = 0, 1, 2, 3, 4
CELL_SQUARE, CELL_ROUND, CELL_HEXAGON = 0, 1, 2

# the optics of a surface, one row of ``OPTICS_COLUMNS`` for each side: 2·surface + side
DIFFUSE, SPECULAR = 0, 3
ALPHA = 6
SPECULAR_TABLE = 7
GLOSS, GLOSS_ALPHA = 8, 9
"""Fresnel reflectance straight on of a dielectric gloss, and its roughness."""
THROUGH = 10
"""Scattered transmittance, RGB."""
LOBE, LOBE_TABLE = 13, 14
PLAIN = 15
"""1 where nothing but Lambertian reflection and transmission happens."""
OPTICS_COLUMNS = 16

# a lamp, one row of ``LAMP_COLUMNS``
LAMP_KIND = 0
CENTRE, LAMP_U, LAMP_V, LAMP_AXIS = 1, 4, 7, 10
FACE, PEAK, BEAM, INNER = 13, 14, 15, 16
"""Area of the shining face [m²]; intensity along the axis [cd]; exponent of the cosᵐ beam; inner share of a ring."""
LAMP_LAW, LAMP_TABLE = 17, 18
BLOCKS = 19
SPOTS_FIRST, SPOTS_COUNT = 20, 21
LAMP_DUAL_U, LAMP_DUAL_V = 22, 25
LENS_POWER, GATE_AWAY, GATE_RADIUS, LAMP_AWAY, LAMP_RADIUS = 28, 29, 30, 31, 32
"""Behind a lens: 1/f [1/m]; gate and lamp behind it and how large they are. [m]"""
LAMP_COLUMNS = 33

LAMP_RECTANGLE, LAMP_DISC, LAMP_SPHERE, LAMP_TUBE, LAMP_STRING, LAMP_SUN, LAMP_SKY = 0, 1, 2, 3, 4, 5, 6
LAW_COSINE, LAW_TABLE, LAW_WINDOW, LAW_FIELD, LAW_LENS = 0, 1, 2, 3, 4
