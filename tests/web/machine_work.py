"""Work for the pool's processes to do in tests."""

import os
import signal
import time
from pathlib import Path


def echoed(what: object) -> object:
    return what


def held(gate: str) -> None:
    """Take as long as the file `gate` is not there, for ever where nobody makes it. Says in which process it begins."""
    written = Path(f"{gate}.{os.getpid()}")
    written.write_text(str(os.getpid()))
    written.rename(f"{gate}.begun")
    while not Path(gate).exists():
        time.sleep(0.002)


def until_begun(gate: str) -> None:
    """Wait until work that is held at a gate has begun."""
    while not Path(f"{gate}.begun").exists():
        time.sleep(0.002)


def burned(seconds: float) -> float:
    until = time.process_time() + seconds
    while time.process_time() < until:
        pass
    return seconds


def noted(file: str, name: str) -> None:
    """Write a name down, in the order in which work is done."""
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
