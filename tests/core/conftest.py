"""Shared fixtures of the core tests."""

import pytest
from plans import solve_piece

from brasko.core.planner.solve.invert import Solution
from brasko.core.planner.spec.piece import PieceSpec


@pytest.fixture(scope="session")
def ribeye() -> Solution:
    """The cook of the first story: 1.5 in ribeye, low then sear."""
    return solve_piece(PieceSpec("ribeye", 0.0381, 0.45, 57.0))
