"""The one decorator of all compiled functions, and where the compiled code is kept.

The compiler's own cache notices an edit only in the file that holds a function, not in the functions it calls. So the
folder carries a digest of every file of the kernel.
"""

from __future__ import annotations

import hashlib
import os
from pathlib import Path
from typing import Any

import numba
from numba import njit

_here = Path(__file__).parent
_digest = hashlib.sha256(b"".join(f.read_bytes() for f in sorted(_here.glob("*.py")))).hexdigest()[:16]
_kept = os.environ.get("NUMBA_CACHE_DIR") or str(Path.home() / ".cache" / "brasko")
numba.config.CACHE_DIR = str(Path(_kept) / _digest)  # type: ignore[attr-defined]

FAST = {"contract", "reassoc", "arcp", "nsz"}
"""Rounding may differ in the last digits; infinities and not-a-numbers keep their meaning."""

_compiled: Any = njit
jit = _compiled(cache=True, nogil=True, error_model="numpy", fastmath=FAST)
borrowing = _compiled(cache=True, nogil=True, error_model="numpy", fastmath=FAST, _nrt=False)
"""The same for a function that makes no array of its own: it only looks at its caller's, and does not count who holds
them. Counting cost a third of a run, for it is done at every call for every cell of a face."""
