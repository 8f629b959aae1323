"""Setups for tests: one plain build, and random ones over every layout, rotation and arm."""

from __future__ import annotations

import copy
from typing import Any

import numpy as np

from mint_lever.bench import Entry
from mint_lever.bench.steps import make_bench_run
from mint_lever.model.chain import Chain, build_chain
from mint_lever.setup import Change, apply_changes, read_setup
from mint_lever.setup.parts.swash_layouts import layout_balls

LAYOUTS = ("single", "three_120", "three_90", "three_135", "three_140", "four_90", "four_45")


def document(
    layout: str = "three_120",
    *,
    radius: float = 21.0,
    arm: float = 13.0,
    link: float = 33.0,
    rotation: str = "clockwise",
    grip_arm: str = "leading",
    lead: float | None = None,
    blades: int = 2,
    phase: float = 0.0,
    head: dict[str, Any] | None = None,
    unit: dict[str, Any] | None = None,
) -> dict[str, Any]:
    """A symmetric, plausible setup document."""
    balls = [ball.model_dump() for ball in layout_balls(layout, radius)]
    lead = (90.0 if grip_arm == "leading" else -90.0) if lead is None else lead
    return {
        "format": "mint-lever/setup",
        "version": 1,
        "name": "Fennel 500",
        "arrangement": "unit_mixes",
        "airframe": {
            "head": {
                "rotation": rotation,
                "blades": blades,
                "grip_arm": grip_arm,
                "grip_arm_mm": 23.0,
                "grip_ball_span_mm": 3.0,
                "head_height_mm": 43.0,
                "inner_ball_radius_mm": 15.0,
                "inner_ball_lead_deg": lead,
                "link_extra_mm": [0.0] * blades,
                **(head or {}),
            },
            "swash": {"layout": layout, "balls": balls},
            "servos": [
                {"arm_mm": arm, "link_length_mm": link, "arm_bearing_deg": ball["azimuth_deg"]}
                for ball in balls
            ],
        },
        "unit": {
            "phase_deg": phase,
            "cyclic_pct": 40.0,
            "collective_pct": 40.0,
            "servos": [{} for _ in balls],
            **(unit or {}),
        },
    }


def chain(layout: str = "three_120", **options: Any) -> Chain:
    return build_chain(read_setup(document(layout, **options)))


def random_document(rng: np.random.Generator, layout: str) -> dict[str, Any]:
    """A random build: nothing symmetric, every horn and link its own."""
    trailing = bool(rng.integers(2))
    blades = int(rng.integers(2, 5))
    made = document(
        layout,
        radius=rng.uniform(17, 28),
        rotation=str(rng.choice(["clockwise", "counter_clockwise"])),
        grip_arm="trailing" if trailing else "leading",
        lead=(-1 if trailing else 1) * rng.uniform(65, 100),
        blades=blades,
        phase=rng.uniform(-20, 20),
        head={
            "grip_arm_mm": rng.uniform(18, 28),
            "grip_ball_span_mm": rng.uniform(-2, 6),
            "head_height_mm": rng.uniform(30, 60),
            "inner_ball_radius_mm": rng.uniform(11, 17),
            "link_extra_mm": list(rng.uniform(-0.4, 0.4, blades)),
        },
    )
    made["airframe"]["servos"] = [
        {
            "arm_mm": rng.uniform(10, 15),
            "link_length_mm": rng.uniform(24, 45),
            "link_extra_mm": rng.uniform(-0.6, 0.6),
            "arm_bearing_deg": rng.uniform(0, 360),
            "mounted": int(rng.choice([1, -1])),
            "us_per_deg": rng.uniform(8, 12),
            "horn_error_deg": rng.uniform(-3, 3),
        }
        for _ in made["airframe"]["servos"]
    ]
    for servo in made["unit"]["servos"]:
        servo["reversed"] = bool(rng.integers(2))
    return made


def turned_round(setup, function):
    """The setup with a swash function turned round where its arrangement does that."""
    if setup.arrangement == "unit_mixes":
        channel = getattr(setup.transmitter.channels, function)
        change = Change(f"transmitter.channels.{function}.reversed", not channel.reversed)
    else:
        value = getattr(setup.transmitter.swash_mix, function)
        change = Change(f"transmitter.swash_mix.{function}", -value)
    return read_setup(apply_changes(setup.as_document(), [change]))


_TAIL = {
    "side": "left",
    "servo": {"arm_mm": 7.5, "rod_mm": 160.0, "us_per_deg": 5.0, "seconds_per_60_deg": 0.05},
    "slider": {"minus_mm": 5.5, "plus_mm": 6.5},
    "offset_mm": 0.5,
    "grip_arm_mm": 9.5,
    "blades": 2,
    "radius_mm": 130.0,
    "root_mm": 32.0,
    "chord_mm": 27.0,
    "turns_per_head_turn": 4.7,
    "boom_mm": 790.0,
}
_TAIL_BOX = {"centre_us": 760.0, "full_throw_us": 200.0, "frame_rate_hz": 333.0}
_ROTOR = {"radius_mm": 690.0, "root_mm": 88.0, "chord_mm": 56.0}


def with_tail(**changes):
    """The document with a described tail; ``a__b__c=value`` changes what stands at a.b.c."""
    made = copy.deepcopy(document())
    made["airframe"] |= {"mass_g": 3900.0, "rotor": dict(_ROTOR), "tail": copy.deepcopy(_TAIL)}
    made["unit"]["tail"] = dict(_TAIL_BOX)
    for path, value in changes.items():
        *parents, last = path.split("__")
        at = made
        for name in parents:
            at = at[name]
        at[last] = value
    return made


def described():
    """A helicopter on which every setting that tuning moves is written down."""
    made = with_tail()
    made["version"] = 3
    gains = {"roll": {"gain_pct": 50.0}, "pitch": {"gain_pct": 50.0}}
    made["transmitter"] = {
        "modes": {"normal": {"tail_gain_pct": 44.0, "head_speed_rpm": 1900, "cyclic_gains": gains}}
    }
    made["drive"] = {"governor": {"place": "unit", "gain": 6.0}}
    made["unit"]["tuning"] = {
        "cyclic": {
            "character": 3,
            "response": 50,
            "collective_boost": 0,
            "dead_band": 4,
            "pitch_up": 30,
        },
        "tail": {
            "heading_hold": 50,
            "torque_precompensation": 10,
            "response": 50,
            "dead_band": 4,
        },
    }
    return read_setup(made)


def proved_run(setup, entries=()):
    """A bench on which the tail was seen to answer a push of the nose the right way."""
    hand = Entry(0, "tail_correction", "hand", "edge_right", setup)
    return make_bench_run(setup, [hand, *entries])
