"""Work for the pool's processes to do in tests."""

import os
import signal
import time
from pathlib import Path


def echoed(what: object) -> object:
    return what


def slept(seconds: float) -> float:
    time.sleep(seconds)
    return seconds


def burned(seconds: float) -> float:
    until = time.process_time() + seconds
    while time.process_time() < until:
        pass
    return seconds


def noted(file: str, name: str, seconds: float) -> None:
    """Write a name down, in the order in which work is done."""
    time.sleep(seconds)
    with Path(file).open("a") as out:
        out.write(f"{name}\n")


def died_once(file: str) -> str:
    """Dies the first time, answers the second."""
    if not Path(file).exists():
        Path(file).touch()
        os.kill(os.getpid(), signal.SIGKILL)
    return "alive"


def own_pid() -> int:
    return os.getpid()
