"""Setups drawn at random over the whole schema: every number anywhere in its own range."""

from __future__ import annotations

import json
from random import Random
from typing import Any

import live_server
from mint_lever.setup import Setup, make_json_schema, read_setup, with_arrangement

SCHEMA = make_json_schema()
FLEET = [json.loads(file.read_text()) for file in sorted(live_server.FLEET.iterdir())]
EVEN = [0.0, 25.0, 50.0, 75.0, 100.0]
ARRANGEMENTS = ("unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes")


def draw_setup(random: Random) -> Setup:
    """Draw one; raises InvalidSetup where the parts drawn do not go together."""
    keep = random.choice([0.6, 0.85, 0.95, 0.98])
    start = with_arrangement(read_setup(random.choice(FLEET)), random.choice(ARRANGEMENTS))
    base = start.as_document()
    made = _draw(SCHEMA, base, random, keep)
    for key in ("format", "version", "name", "arrangement"):
        made[key] = base[key]
    _agree(made, base, random)
    return read_setup(made)


def _agree(made: dict[str, Any], base: dict[str, Any], random: Random) -> None:
    """What has to go together is made to, most of the time."""
    modes = made["transmitter"]["modes"]
    for mode in modes.values():
        for curve in ("pitch_curve", "throttle_curve"):
            if f"{curve}_at" in mode:
                inside = sorted(random.sample(range(1, 100), len(mode.get(curve, EVEN)) - 2))
                mode[f"{curve}_at"] = [0, *inside, 100]
    if made["transmitter"].get("power_up_mode") not in modes:
        made["transmitter"]["power_up_mode"] = "normal"
    airframe = made["airframe"]
    airframe["head"]["link_extra_mm"] = [
        random.choice([0.0, 0.3, -0.2]) for _ in range(airframe["head"]["blades"])
    ]
    if random.random() < 0.8:
        airframe["swash"] = base["airframe"]["swash"]
    for servo in airframe["servos"]:
        servo["link_extra_mm"] = random.choice([0.0, 0.5, -1.0])
    for servo in (made.get("unit") or {}).get("servos", []):
        servo["min_us"], servo["max_us"] = sorted((servo["min_us"], servo["max_us"] + 1))


def _draw(part: dict[str, Any], old: Any, random: Random, keep: float) -> Any:
    """One value for a part of the schema; ``keep`` of the numbers stay as they were."""
    while "$ref" in part:
        part = SCHEMA["$defs"][part["$ref"].split("/")[-1]]
    if "anyOf" in part:
        absent = old is None and random.random() < 0.6
        return None if absent else _draw(part["anyOf"][0], old, random, keep)
    if "enum" in part:
        return old if old in part["enum"] and random.random() < 0.5 else random.choice(part["enum"])
    kind = part.get("type")
    if kind == "object":
        return _object(part, old or {}, random, keep)
    if kind == "array":
        return _array(part, old, random, keep)
    if kind == "boolean":
        return random.random() < 0.5
    if kind in ("number", "integer"):
        return _number(part, old, random, keep)
    return old if isinstance(old, str) else part.get("const", "drawn")


def _object(part: dict[str, Any], old: dict[str, Any], random: Random, keep: float) -> Any:
    needed = part.get("required", [])
    drawn = {
        key: _draw(inner, old.get(key), random, keep)
        for key, inner in part["properties"].items()
        if key in old or key in needed or random.random() < 0.3
    }
    return {key: value for key, value in drawn.items() if value is not None}


def _array(part: dict[str, Any], old: Any, random: Random, keep: float) -> list[Any]:
    of_parts = bool(old) and not isinstance(old[0], (int, float))
    if of_parts or (old and len(old) > 1 and random.random() < 0.7):
        return [_draw(part["items"], each, random, keep) for each in old]
    most = min(part.get("maxItems", 4), 6)
    count = random.randint(part.get("minItems", 0), most)
    return [_draw(part["items"], None, random, keep) for _ in range(count)]


def _number(part: dict[str, Any], old: Any, random: Random, keep: float) -> float:
    low = part.get("minimum", part.get("exclusiveMinimum", -1000))
    high = part.get("maximum", part.get("exclusiveMaximum", 1000))
    if old is not None and random.random() < keep:
        return old
    value = random.choice([low, high, 0, random.uniform(low, high), random.uniform(low, high)])
    if "exclusiveMinimum" in part and value <= low:
        value = low + random.choice([1e-3, 0.1, 1.0])
    value = min(max(value, low), high)
    return int(value) if part["type"] == "integer" else value
