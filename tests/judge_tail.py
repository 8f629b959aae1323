"""Judges a helicopter's tail by its metal: plain numbers in, what is wrong with it out.

Written apart from the product, importing nothing of it. The linkage is the triangle of horn, push
rod and slider, solved by SciPy; signs as common practice has them: + drives the nose
right.
"""

import numpy as np
from scipy.optimize import brentq

PITCH_DEG = (2.0 - 0.15, 5.0 + 0.15)
"""What holds against the torque at centre, with what a gauge repeats."""
SHORT_MM = 1.5 + 0.1
SQUARE_DEG = 2.3


def wrong_with_tail(setup, truth):
    """Say everything that is wrong with a tail that was called done."""
    tail, box, channel = (
        truth["tail"],
        setup["unit"]["tail"],
        setup["transmitter"]["channels"]["rudder"],
    )
    metal, found = tail["metal"], []
    arrives = truth["arrives"].get("rudder", 1.0) if setup["arrangement"] == "unit_mixes" else 1.0
    sent = -1 if channel["reversed"] else 1
    way = metal["servo"]["mounted"] * (-1 if box["reversed"] else 1)
    if sent * np.sign(arrives) * way < 0:
        found.append("right stick pushes the nose left")
    if (way > 0) != (box["gyro_reversed"] == tail["gyro_turned"]):
        found.append("the gyro answers along with a push")
    torque = 1 if setup["airframe"]["head"]["rotation"] == "clockwise" else -1
    against = torque * pitch(metal, box, 0.0)
    if not PITCH_DEG[0] <= against <= PITCH_DEG[1]:
        found.append(f"tail pitch {against:.2f}° against the torque")
    for u in (-1.0, 1.0):
        place = slider(metal, box, u)
        gap = (
            metal["slider"]["plus_mm"] - place
            if u * way > 0
            else place + metal["slider"]["minus_mm"]
        )
        if not 0 < gap <= SHORT_MM:
            found.append(f"gap of {gap:.2f} mm at full command {u:+g}")
    off = horn(metal, box, 0.0)
    if abs(off) > SQUARE_DEG:
        found.append(f"tail horn {off:.1f}° off square")
    if setup["airframe"]["size_class"] == "micro" and not 4.0 <= metal["servo"]["arm_mm"] <= 5.0:
        found.append("tail horn too long for a micro")
    if abs(box["centre_us"] - tail["centre_us"]) > 30 or box["frame_rate_hz"] > tail["rated_hz"]:
        found.append("tail servo driven otherwise than it is made for")
    if box["subtrim_us"] or channel["subtrim_pct"] or channel["trim_pct"]:
        found.append("a trim on the rudder")
    if tail["belt"] != "firm" or tail["belt_twisted"] or tail["slider"] != "free":
        found.append("tail mechanics")
    if tail["wrong_hole"] and setup["airframe"]["size_class"] != "micro":
        found.append("another hole than the maker's")
    if tail["told_wrong"] or tail["delay"] == "other":
        found.append("the gyro is told otherwise")
    for name, mode in setup["transmitter"]["modes"].items():
        gain = None if mode is None else mode["tail_gain_pct"]
        if mode is not None and (gain is None or not 4 <= gain <= 80):
            found.append(f"tail gain {gain} in {name}")
    return found


def horn(metal, box, u):
    """The horn's angle from square (deg) in rate mode for a command u."""
    limit = box["limit_left_pct" if u < 0 else "limit_right_pct"] / 100
    pulse = box["subtrim_us"] + u * limit * box["full_throw_us"] * (-1 if box["reversed"] else 1)
    servo = metal["servo"]
    return servo["mounted"] * pulse / servo["us_per_deg"] + servo["horn_error_deg"]


def slider(metal, box, u):
    """The slider's place (mm from zero pitch): where the rod's far end meets its line."""
    servo = metal["servo"]
    arm, rod, angle = servo["arm_mm"], servo["rod_mm"], np.radians(horn(metal, box, u))
    ball = np.array([arm * np.sin(angle), arm * np.cos(angle)])

    def too_long(along):
        return np.hypot(along - ball[0], arm - ball[1]) - rod

    if servo["rod_pulls"]:
        end = brentq(too_long, ball[0] - 2 * rod, ball[0] - rod / 2)
        return servo["ratio"] * (end + rod) + metal["offset_mm"]
    end = brentq(too_long, ball[0] + rod / 2, ball[0] + 2 * rod)
    return servo["ratio"] * (end - rod) + metal["offset_mm"]


def pitch(metal, box, u):
    """Tail pitch (deg) for a command u."""
    return np.degrees(np.arcsin(slider(metal, box, u) / metal["grip_arm_mm"]))
