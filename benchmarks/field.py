"""The next thing after a season of flights, and two setups compared. Prints figures only; each also
as a multiple of one look at the chain in the same run."""

from __future__ import annotations

import random

from builds import described, document
from mint_lever.bench.steps import make_bench_run
from mint_lever.field import SYMPTOMS, Flight, MechanicalLook, Observation, SettingChange, advise
from mint_lever.model.chain import Sticks, build_chain, evaluate_pose
from mint_lever.records import compare_setups, list_to_key_in
from mint_lever.setup import Change, apply_changes, read_setup
from timed import median_ms

ROUNDS, FLIGHTS, AIM_MS = 25, 300, 50
FEW = (
    ("unit.cyclic_pct", 46.0),
    ("airframe.servos.0.arm_mm", 12.0),
    ("transmitter.modes.normal.pitch_curve.1", 30.0),
    ("transmitter.modes.normal.tail_gain_pct", 40.0),
    ("unit.tail.limit_left_pct", 90.0),
    ("transmitter.modes.normal.rates.aileron.rate_pct", 80.0),
    ("unit.tuning.tail.heading_hold", 52.0),
    ("drive.governor.gain", 7.0),
)


def main() -> None:
    """Measure."""
    setup = described()
    run = make_bench_run(setup, [], [])
    look = median_ms(lambda: evaluate_pose(build_chain(setup), Sticks.at(10.0)), ROUNDS)
    near = read_setup(apply_changes(setup.as_document(), [Change(*each) for each in FEW]))
    far = read_setup(document("four_90", radius=25.0, rotation="counter_clockwise"))
    flights, looked = _season()
    for what, took in (
        (
            f"advice after {FLIGHTS} flights",
            median_ms(lambda: advise(run, flights, looked), ROUNDS),
        ),
        (f"compare, {len(FEW)} differences", median_ms(lambda: compare_setups(run, near), ROUNDS)),
        ("compare, two helicopters", median_ms(lambda: compare_setups(run, far), ROUNDS)),
        ("keying list, nothing said yet", median_ms(lambda: list_to_key_in(setup, []), ROUNDS)),
    ):
        print(f"{what}: {took:.1f} ms (aim {AIM_MS}), {took / look:.1f} looks at the chain")


def _season() -> tuple[list[Flight], list[MechanicalLook]]:
    draw = random.Random(300)
    gain = "transmitter.modes.normal.tail_gain_pct"
    flights, looked = [], []
    for number in range(1, FLIGHTS + 1):
        keys = draw.sample(list(SYMPTOMS), draw.choice([0, 1, 1, 2, 3]))
        seen = tuple(
            Observation(
                key,
                "normal",
                draw.choice(SYMPTOMS[key].toward) if "toward" in SYMPTOMS[key].asks else None,
                draw.choice(["roll", "pitch"]) if "axis" in SYMPTOMS[key].asks else None,
            )
            for key in keys
        )
        old = draw.choice([36.0, 40.0, 44.0])
        changed = (
            SettingChange(
                gain, old, old + draw.choice([-8.0, 8.0]), Observation("tail_wags", "normal")
            ),
        )
        flights.append(Flight(number, seen, changed, draw.choice(["better", "same", None])))
        looked += [MechanicalLook(key, number, found=False) for key in keys]
    return flights, looked


if __name__ == "__main__":
    main()
