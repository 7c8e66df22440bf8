"""Processes that do not outlive the one that started them."""

import ctypes
import signal

_PR_SET_PDEATHSIG = 1


def end_with_parent(how: signal.Signals) -> None:
    """Have the kernel send this process ``how`` when its parent is gone, even by ``kill -9`` (prctl(2) of Linux)."""
    ctypes.CDLL("libc.so.6", use_errno=True).prctl(_PR_SET_PDEATHSIG, how)
