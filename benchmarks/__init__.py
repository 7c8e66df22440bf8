"""Benchmarks: what people wait for, measured on this machine, warm. Run with ``./wenlo bench``."""
