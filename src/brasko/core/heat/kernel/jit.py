"""The one decorator of all compiled functions, and where the compiled code is kept.

The compiler's own cache notices an edit only in the file that holds a function, not in the functions it calls. So the
folder carries a digest of every file of the kernel. It does not carry the place where the program lies: a copy, another
checkout and an installed wheel of the same sources share what one of them has compiled.
"""

from __future__ import annotations

import hashlib
import os
from pathlib import Path
from typing import Any

import numba
from numba import njit
from numba.core.caching import UserProvidedCacheLocator

_here = Path(__file__).parent
_digest = hashlib.sha256(b"".join(f.read_bytes() for f in sorted(_here.glob("*.py")))).hexdigest()[:16]
_kept = os.environ.get("NUMBA_CACHE_DIR") or str(Path.home() / ".cache" / "brasko")
numba.config.CACHE_DIR = str(Path(_kept) / _digest)  # type: ignore[attr-defined]


class BraskoCacheLocator(UserProvidedCacheLocator):
    """Where compiled code of this package lies: by its folder's name and its text, not by its path."""

    @classmethod
    def get_suitable_cache_subpath(cls, py_file: str) -> str:
        return Path(py_file).parent.name

    @classmethod
    def from_function(cls, py_func: Any, py_file: str) -> Any:
        """The locator for a function of ours; None for a function of another library."""
        if not py_func.__module__.startswith("brasko."):
            return None
        return super().from_function(py_func, py_file)  # type: ignore[no-untyped-call]


_OTHERS = ("UserProvidedCacheLocator", "InTreeCacheLocator", "UserWideCacheLocator")
numba.config.CACHE_LOCATOR_CLASSES = ",".join((f"{__name__}.{BraskoCacheLocator.__name__}", *_OTHERS))  # type: ignore[attr-defined]

FAST = {"contract", "reassoc", "arcp", "nsz"}
"""Rounding may differ in the last digits; infinities and not-a-numbers keep their meaning."""

_compiled: Any = njit
jit = _compiled(cache=True, nogil=True, error_model="numpy", fastmath=FAST)
borrowing = _compiled(cache=True, nogil=True, error_model="numpy", fastmath=FAST, _nrt=False)
"""The same for a function that makes no array of its own: it only looks at its caller's, and does not count who holds
them. Counting cost a third of a run, for it is done at every call for every cell of a face."""
