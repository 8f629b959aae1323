"""The audit of a whole setup and every mode's pitch curve in degrees. Prints figures only."""

from __future__ import annotations

from live_server import FLEET
from mint_lever.audit import audit
from mint_lever.model.chain import build_chain
from mint_lever.model.transmitter.curve_resampling import resample
from mint_lever.modes.pitch_degrees import POINTS, compute_pitch_curve
from mint_lever.setup import read_setup
from timed import median_ms

ROUNDS = 40


def main() -> None:
    """Measure on the demo fleet."""
    for file in sorted(FLEET.glob("*.json")):
        setup = read_setup(file.read_bytes())
        chain = build_chain(setup)
        names = setup.transmitter.modes.names()
        whole = median_ms(lambda setup=setup: audit(setup), ROUNDS)
        curves = median_ms(
            lambda chain=chain, names=names: [compute_pitch_curve(chain, n) for n in names], ROUNDS
        )
        print(
            f"{setup.name}: audit {whole:.1f} ms (aim: 20), pitch of {len(names)} modes at "
            f"{POINTS} points {curves:.1f} ms (aim: 20)"
        )
    points = [0.0, 20.0, 35.0, 62.0, 70.0, 88.0, 100.0]
    straight = median_ms(lambda: resample(points, "straight", None, 9), ROUNDS)
    smooth = median_ms(lambda: resample(points, "straight", None, 9, "smooth"), ROUNDS)
    print(f"a curve of 7 points as one of 9: straight {straight:.0f} ms, smooth {smooth:.0f} ms")


if __name__ == "__main__":
    main()
