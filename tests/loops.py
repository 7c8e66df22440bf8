"""Coroutines run to their end from a plain test."""

import asyncio
from concurrent.futures import ThreadPoolExecutor


def run_apart(coroutine):
    """What the coroutine answers; in a thread of its own, for the browser tests of the same process keep an event loop
    in this one.
    """
    with ThreadPoolExecutor(1) as thread:
        return thread.submit(asyncio.run, coroutine).result()
