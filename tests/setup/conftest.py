"""What takes long to make and is looked at from more than one side."""

import sys
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[2]
sys.path.insert(0, str(ROOT / "tools"))


@pytest.fixture(scope="package")
def bill_folder(tmp_path_factory) -> Path:
    """The bill of materials of what ships, as `make bill` writes it."""
    import bill

    folder = tmp_path_factory.mktemp("bill")
    assert bill.main(folder) == 0
    return folder
