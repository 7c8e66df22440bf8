"""The rules of the job: pure computation, no files, clock, network or framework."""

CORE_VERSION = "0.1.0"
"""Stored beside every result, so that a later core can tell which rules made it."""
