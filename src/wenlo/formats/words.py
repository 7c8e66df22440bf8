"""Words that papers and the page share."""

from wenlo.core.catalog.data_files import stock
from wenlo.core.instructions.order import Job


def parts_words(job: Job) -> str:
    """What a step fits, in words: labels, then fittings."""
    rows = stock()["fittings"]
    named = [", ".join(job.parts)] if job.parts else []
    for fitting in job.fittings:
        name = rows[fitting.id]["name"]
        metres = name.endswith(", per metre")
        count = f"{fitting.count:.1f} m of" if metres else f"{fitting.count:g} ×"
        named.append(f"{count} {name.removesuffix(', per metre')}")
    return "; ".join(named)
