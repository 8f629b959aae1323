"""What others feel while somebody tries passwords: a pilot asks for frames while 24 wrong sign-ins
arrive at once, with the real hasher, over loopback. Prints figures only."""

from __future__ import annotations

import statistics
import tempfile
import threading
import time
from collections import Counter
from pathlib import Path

import live_server
from api_pilot import ApiPilot

WRONG = 24
FRAMES = 40


def main() -> None:
    """Measure with nobody else there, and beside the wrong sign-ins."""
    real = live_server.environment

    def with_real_hasher(var: Path) -> dict[str, str]:
        return {**real(var), "DJANGO_SETTINGS_MODULE": "mint_lever_server.config.settings"}

    live_server.environment = with_real_hasher
    with (
        tempfile.TemporaryDirectory() as var,
        live_server.live_server(Path(var), demo=False) as address,
    ):
        pilot = ApiPilot(address)
        version = pilot.version
        path = f"{pilot.at}/frame?version={version}"
        _frames(pilot, path)
        alone = _frames(pilot, path)
        answers: Counter[int] = Counter()
        strangers = [
            threading.Thread(target=_knock, args=(pilot, number, answers))
            for number in range(WRONG)
        ]
        for each in strangers:
            each.start()
        beside = _frames(pilot, path)
        for each in strangers:
            each.join()
    print(f"frames alone: median {statistics.median(alone):.0f} ms, slowest {max(alone):.0f} ms")
    print(
        f"beside {WRONG} wrong sign-ins ({dict(answers)}): median "
        f"{statistics.median(beside):.0f} ms, slowest {max(beside):.0f} ms, "
        f"{statistics.median(beside) / statistics.median(alone):.1f} times as long"
    )


def _knock(pilot: ApiPilot, number: int, answers: Counter[int]) -> None:
    browser = pilot.browser()
    body = {"name": f"somebody {number}", "password": "not this one"}
    sent = browser.post(f"{pilot.address}/api/account/sign-in", json=body, timeout=60)
    answers[sent.status_code] += 1


def _frames(pilot: ApiPilot, path: str) -> list[float]:
    took = []
    for _ in range(FRAMES):
        start = time.perf_counter()
        assert pilot.ask("GET", path).ok
        took.append((time.perf_counter() - start) * 1e3)
    return took


if __name__ == "__main__":
    main()
