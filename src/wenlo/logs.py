"""Structured logs, set up once by the command line."""

import logging
import sys

import structlog


def set_up_logs(*, form: str, level: str) -> None:
    """Write log lines to standard error, for people or as JSON.

    Parameters
    ----------
    form: ``"console"`` or ``"json"``.
    level: least level that is written.
    """
    renderer: structlog.types.Processor = (
        structlog.processors.JSONRenderer()
        if form == "json"
        else structlog.dev.ConsoleRenderer(
            colors=sys.stderr.isatty(), exception_formatter=structlog.dev.plain_traceback
        )
    )
    processors: list[structlog.types.Processor] = [
        structlog.contextvars.merge_contextvars,
        structlog.processors.add_log_level,
        structlog.processors.TimeStamper(fmt="iso", utc=True),
        *([structlog.processors.format_exc_info] if form == "json" else []),
        renderer,
    ]
    least = logging.getLevelNamesMapping()[level.upper()]
    structlog.configure(
        processors=processors,
        wrapper_class=structlog.make_filtering_bound_logger(least),
        logger_factory=structlog.PrintLoggerFactory(sys.stderr),
    )
    logging.basicConfig(level=max(least, logging.WARNING), format="%(levelname)s %(name)s %(message)s")
