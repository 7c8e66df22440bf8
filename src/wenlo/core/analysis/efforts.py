"""How finely light is read where many designs are tried."""

from dataclasses import replace

from wenlo.core.transport.solve import DRAFT

TRYING = replace(DRAFT, error=0.06, most_paths=128, sides=90)
"""While a size is looked for."""

JUDGING = replace(DRAFT, error=0.06, most_paths=256)
"""When designs are set against each other."""

TRY_CELLS = 16
"""Cells along each edge of the source's map then."""
