"""Serve Brasko on this machine alone, or to the yard's Wi-Fi too: plainly and, with a certificate made on the spot,
securely.

python -m brasko.web.machine.serve --port 8000 [--lan]
"""

from __future__ import annotations

import argparse
import asyncio
import contextlib
import os
import signal
import socket
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import segno
import uvicorn

from brasko.web.machine.lan import addresses, certificate, names

APP = "brasko.web.config.asgi:application"
"""What is served."""
os.umask(0o077)


class Quiet(uvicorn.Server):
    """A server among others: it leaves signals to whoever runs them all."""

    @contextlib.contextmanager
    def capture_signals(self) -> Iterator[None]:
        yield


def bound(host: str, port: int) -> socket.socket:
    """A socket on a port that is free. Exits with a line that says what to do where it is taken."""
    taken = socket.socket(socket.AF_INET, socket.SOCK_STREAM)
    taken.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        taken.bind((host, port))
    except OSError:
        print(f"Stopped: port {port} is taken. Choose another one: --port {port + 10}", file=sys.stderr)
        raise SystemExit(1) from None
    return taken


def main(arguments: list[str] | None = None) -> None:
    parser = argparse.ArgumentParser(description="Serve Brasko.")
    parser.add_argument("--port", type=int, default=8000)
    parser.add_argument("--lan", action="store_true", help="to the yard's Wi-Fi too; securely on the port that follows")
    asked = parser.parse_args(arguments)
    host = "0.0.0.0" if asked.lan else "127.0.0.1"
    sockets = [bound(host, asked.port)]
    secure = None
    os.environ.setdefault("BRASKO_LOCAL", "1")
    if asked.lan:
        sockets.append(bound(host, asked.port + 1))
        os.environ["BRASKO_HOSTS"] = ",".join([*names(), "[::1]"])
        os.environ["BRASKO_LAN"] = f"{asked.port},{asked.port + 1}"
        os.environ.setdefault("DJANGO_SETTINGS_MODULE", "brasko.web.config.settings")
        from brasko.web.config.settings import VAR

        secure = certificate(Path(VAR) / "tls")
    known = ",".join(["127.0.0.1", "::1", *filter(None, os.environ.get("BRASKO_PROXIES", "").split(","))])
    usual: dict[str, Any] = {"log_level": "warning", "timeout_graceful_shutdown": 2, "forwarded_allow_ips": known}
    servers = [Quiet(uvicorn.Config(APP, lifespan="on", **usual))]
    if secure is not None:
        with_keys: dict[str, Any] = {"ssl_certfile": str(secure.page), "ssl_keyfile": str(secure.key)}
        servers.append(Quiet(uvicorn.Config(APP, lifespan="off", **usual, **with_keys)))
    print("Brasko is getting ready. The first time on a machine that takes a minute or two.", flush=True)
    asyncio.run(serve(servers, sockets, asked.port, asked.lan))


async def serve(servers: list[Quiet], sockets: list[socket.socket], port: int, lan: bool) -> None:
    """Serve until told to stop."""

    def stop() -> None:
        for server in servers:
            server.should_exit = True

    for number in (signal.SIGINT, signal.SIGTERM):
        asyncio.get_running_loop().add_signal_handler(number, stop)
    running = [asyncio.create_task(s.serve([own])) for s, own in zip(servers, sockets, strict=True)]
    while not all(server.started for server in servers) and not any(task.done() for task in running):
        await asyncio.sleep(0.05)
    tell(port, lan)
    await asyncio.gather(*running)


def tell(port: int, lan: bool) -> None:
    """Where it is, and the same as a picture for a phone."""
    print(f"\nBrasko is at http://127.0.0.1:{port}  (stop with Ctrl-C)", flush=True)
    here = addresses()
    if not lan:
        return
    if not here:
        print("This machine has no address on a network: nothing else can reach it.", flush=True)
        return
    print("From a phone in the yard:")
    for address in here:
        print(f"  https://{address}:{port + 1}  everything works; the phone warns once, for it does not know this yard")
        print(f"  http://{address}:{port}   plainly: the screen may go dark, and the page needs the server to open")
    segno.make(f"https://{here[0]}:{port + 1}", error="m").terminal(compact=True)
    sys.stdout.flush()


if __name__ == "__main__":
    main()
