"""Judges a helicopter by its metal: plain numbers in, what is wrong with it out.

Written apart from the product and importing nothing of it: the raw construction of the published
formulas (docs/formulas.md, sections 2 to 6) with SciPy's root finders. ``setup`` is the setup
document as JSON, ``truth`` what the metal is in place of what was written down.
"""

import itertools

import numpy as np
from scipy.optimize import brentq, root

FUNCTIONS = ("collective", "aileron", "elevator")
UP = np.array([0.0, 0.0, 1.0])
WORKABLE_DEG = 0.5 + 0.15
LEVEL_DEG = 0.8
TOLD_DEG = 0.3
"""Two blades' readings, each good to 0.1°, and the play of their links; from memory."""
WHOLE_TURN_DEG = 0.9 + 0.15
HELD_US = 5.0
"""Half a percent of the ring, which no ear hears as a stall, is about this of a servo's pulse."""


def direction(azimuth_deg):
    angle = np.radians(azimuth_deg)
    return np.array([np.sin(angle), np.cos(angle), 0.0])


def turned(right, forward):
    """Tilt forward about the x axis after tilt right about the y axis, as one matrix."""
    a, b = np.sin(right), np.cos(right)
    c, d = np.sin(-forward), np.cos(-forward)
    about_y = np.array([[b, 0, a], [0, 1, 0], [-a, 0, b]])
    return np.array([[1, 0, 0], [0, d, -c], [0, c, d]]) @ about_y


class Metal:
    """One helicopter: the devices as they are set, the parts as they are."""

    def __init__(self, setup, truth):
        self.setup, self.truth = setup, truth
        self.swash = setup["airframe"]["swash"]["balls"]
        self.servos = setup["airframe"]["servos"]
        self.head = setup["airframe"]["head"]
        self.unit_mixes = setup["arrangement"] == "unit_mixes"
        self.stabilised = setup["arrangement"] != "transmitter_mixes"
        self.rides = any(ball["radius_mm"] == 0 for ball in self.swash)
        self.held = False

    # From the sticks to the pulses.

    def commands(self, sticks):
        """What arrives of collective, aileron and elevator (−1…1), in the mode of the bench."""
        radio = self.setup["transmitter"]
        mode = radio["modes"].get("hold") or radio["modes"]["normal"]
        out = []
        for name, stick in zip(FUNCTIONS, sticks, strict=True):
            if name == "collective":
                curve = mode["pitch_curve"]
                at = mode.get("pitch_curve_at") or np.linspace(0, 100, len(curve))
                value = 2 * np.interp((stick + 100) / 2, at, curve) - 100
            else:
                value = stick * mode["rates"][name]["rate_pct"] / 100
            share = self.truth["arrives"].get(name, 1.0)
            if not self.unit_mixes:
                out.append(value / 100 * (1 if share > 0 else -1))
                continue
            channel = radio["channels"][name]
            if channel["reversed"] != (share < 0):
                value = -value
            side = "low" if value < 0 else "high"
            value *= channel[f"travel_{side}_pct"] / 100 * abs(share)
            value += channel["subtrim_pct"] + channel["trim_pct"]
            value = np.clip(value, -channel["limit_low_pct"], channel["limit_high_pct"])
            value = np.clip(value / 100, -1, 1)
            turn = self.setup["unit"]["function_reversed"][name]
            out.append(-value if turn else value)
        return out

    def demand(self, sticks):
        collective, aileron, elevator = self.commands(sticks)
        unit, mix = self.setup.get("unit"), self.setup["transmitter"].get("swash_mix")
        ring = (unit if self.unit_mixes else mix)["ring_pct"] / 100
        size = np.hypot(aileron, elevator)
        if size > ring:
            aileron, elevator = aileron * ring / size, elevator * ring / size
        if not self.unit_mixes:
            return np.array([collective, aileron, elevator]) * [
                mix["collective"] / 100,
                mix["aileron"] / 100,
                mix["elevator"] / 100,
            ]
        below = unit["collective_pct"]
        if unit.get("collective_low_pct") is not None:
            below = unit["collective_low_pct"]
        figure = below if collective < 0 else unit["collective_pct"]
        own = unit.get("cyclic_elevator_pct")
        trims = unit["level_trim"]["low" if collective < 0 else "high"]
        centre = unit.get("centre_trim", {"aileron_pct": 0.0, "elevator_pct": 0.0})
        return np.array(
            [
                collective * figure / 100,
                aileron * unit["cyclic_pct"] / 100
                + abs(collective) * trims["aileron_pct"] / 100
                + centre["aileron_pct"] / 100,
                elevator * (unit["cyclic_pct"] if own is None else own) / 100
                + abs(collective) * trims["elevator_pct"] / 100
                + centre["elevator_pct"] / 100,
            ]
        )

    def mixing(self):
        phase = self.setup["unit"]["phase_deg"] if self.unit_mixes else 0.0
        rows = []
        for ball in self.swash:
            x, y, _ = direction(ball["azimuth_deg"] - phase)
            rows.append([1.0, -x, -y])
            if self.rides:
                rows[-1] = [1.0, 0.0, 0.0] if ball["radius_mm"] == 0 else [0.0, -x, -y]
        rows = np.array(rows)
        mix = self.setup["transmitter"].get("swash_mix")
        if not self.unit_mixes and mix["kind"] == "full_throw":
            rows[:, 1:] /= np.abs(rows[:, 1:]).max(axis=0)
        return rows

    def outputs(self, sticks):
        """The pulse (µs) of each output."""
        throws = self.mixing() @ self.demand(sticks)
        pulses = []
        for i, throw in enumerate(throws):
            if self.unit_mixes:
                unit = self.setup["unit"]
                servo = unit["servos"][i]
                way = -1 if servo["reversed"] else 1
                asked = (
                    unit["centre_us"] + servo["subtrim_us"] + way * throw * unit["full_throw_us"]
                )
                sent = np.clip(asked, servo["min_us"], servo["max_us"])
            else:
                radio = self.setup["transmitter"]
                channel = radio["servo_channels"][i]
                value = -100 * throw if channel["reversed"] else 100 * throw
                value *= channel["travel_low_pct" if value < 0 else "travel_high_pct"] / 100
                value += channel["subtrim_pct"] + channel["trim_pct"]
                sent = np.clip(value, -channel["limit_low_pct"], channel["limit_high_pct"])
                asked = radio["centre_us"] + radio["us_per_pct"] * value
                sent = radio["centre_us"] + radio["us_per_pct"] * sent
            self.held |= abs(asked - sent) > HELD_US
            pulses.append(sent)
        return pulses

    def horns(self, sticks):
        """The angle (rad) of each servo's horn; + raises its ball."""
        pulses = self.outputs(sticks)
        device = self.setup["unit"] if self.unit_mixes else self.setup["transmitter"]
        angles = []
        for i, servo in enumerate(self.servos):
            off = pulses[self.truth["output_of_servo"][i]] - device["centre_us"]
            shares = self.truth["servo_share"]
            share = shares[i][int(off >= 0)] if shares else 1.0
            angle = self.truth["mounted"][i] * off * share / servo["us_per_deg"]
            angles.append(np.radians(angle + self.truth["horn_error_deg"][i]))
        return angles

    # From the horns to the blades.

    def pose(self, sticks):
        """Height (mm), tilt right and forward (rad) of the swash."""
        horns = self.horns(sticks)
        rests = [ball["radius_mm"] * direction(ball["azimuth_deg"]) for ball in self.swash]
        # Where each horn's ball stands, and how long the link up from it is.
        lower, lengths = [], []
        for i, (rest, servo) in enumerate(zip(rests, self.servos, strict=True)):
            reach = servo["arm_mm"] * self.truth["horn_share"]
            arm = (np.cos(horns[i]) - 1) * direction(servo["arm_bearing_deg"])
            horn = rest - servo["link_length_mm"] * UP + reach * (arm + np.sin(horns[i]) * UP)
            lower.append(horn)
            lengths.append(servo["link_length_mm"] + self.truth["swash_extra_mm"][i])
        rests, lower, lengths = np.array(rests), np.array(lower), np.array(lengths)
        rides = np.array([self.rides and ball["radius_mm"] > 0 for ball in self.swash])

        def misses(pose):
            height, right, forward = pose
            upper = rests @ turned(right, forward).T + height * UP
            links = upper - lower - np.outer(rides * height, UP)
            return np.sqrt((links**2).sum(axis=1)) - lengths

        found = root(misses, np.zeros(3), tol=1e-13) if len(rests) == 3 else None
        if found is None or np.abs(found.fun).max() > 1e-8:
            # A plate on four links gives way evenly; so do three that cannot reach.
            found = root(misses, np.zeros(3), method="lm", tol=1e-13)
        return found.x

    def pitch(self, sticks, azimuth=180.0, blade=0):
        """A blade's pitch (deg)."""
        head = self.head
        sigma = 1 if head["rotation"] == "clockwise" else -1
        side = 1 if head["grip_arm"] == "leading" else -1
        arm = head["grip_arm_mm"] * self.truth["grip_share"]
        ring = head["inner_ball_radius_mm"] * self.truth["ring_share"]
        along, across = direction(azimuth), sigma * direction(azimuth + 90)

        def inner(height, right, forward):
            normal = turned(right, forward) @ UP
            y = np.cross(normal, np.cross(along, UP))
            y = y / np.linalg.norm(y) * (1 if y @ along > 0 else -1)
            x = np.cross(y, normal)
            lead = np.radians(sigma * head["inner_ball_lead_deg"])
            return height * UP + ring * (np.sin(lead) * x + np.cos(lead) * y)

        def grip(beta):
            up = head["head_height_mm"] + side * arm * np.sin(beta)
            return head["grip_ball_span_mm"] * along + side * arm * np.cos(beta) * across + up * UP

        # The link has the length that was written down for nominal parts, as the truth's are.
        length = np.linalg.norm(grip(0.0) - inner(0, 0, 0)) + self.truth["blade_extra_mm"][blade]
        ball = inner(*self.pose(sticks))
        for half in np.radians([5, 10, 15, 20, 25, 30, 40]):
            ends = [np.linalg.norm(grip(b) - ball) - length for b in (-half, half)]
            if ends[0] * ends[1] < 0:

                def gap(b):
                    return np.linalg.norm(grip(b) - ball) - length

                return float(np.degrees(brentq(gap, -half, half)))
        return float("nan")


def wrong_with(setup, truth):
    """Say everything that is wrong with a helicopter that was called done."""
    metal, found = Metal(setup, truth), []
    rest, up = metal.pose((0, 0, 0)), metal.pitch((60, 0, 0)) - metal.pitch((0, 0, 0))
    if not up > 2:
        found.append(f"collective up gives {up:.1f}°")
    for name, sticks, axis in (("right", (0, 60, 0), 1), ("forward", (0, 0, 60), 2)):
        tilt = np.degrees(metal.pose(sticks)[axis] - rest[axis])
        if not tilt > 1:
            found.append(f"stick {name} tilts {tilt:.1f}°")
    targets = setup["targets"]
    ends = ((0, 0.0), (100, targets["collective_high_deg"]), (-100, -targets["collective_low_deg"]))
    for stick, wanted in ends:
        tilt = np.degrees(np.hypot(*metal.pose((stick, 0, 0))[1:]))
        if tilt > LEVEL_DEG:
            found.append(f"swash {tilt:.2f}° off level at {stick}")
        for blade in range(setup["airframe"]["head"]["blades"]):
            off = metal.pitch((stick, 0, 0), blade=blade) - wanted
            best_of_links = stick == 0 and as_near_as_whole_turns_go(setup, truth)
            if not abs(off) <= WORKABLE_DEG and not best_of_links:
                found.append(f"blade {blade} {off:+.2f}° off at {stick}")
    found += _touching(metal)
    unit = setup.get("unit")
    if metal.stabilised:
        for axis, wanted in truth["correction_reversed"].items():
            is_ = unit["pirouette_reversed"] if axis == "pirouette" else None
            is_ = unit["correction_reversed"][axis] if is_ is None else is_
            if is_ != wanted:
                found.append(f"{axis} correction the wrong way")
    return found


def _touching(metal):
    """Sweep the sticks round their square gate at three collectives."""
    for collective in (-100, 0, 100):
        for azimuth in range(0, 360, 15):
            x, y, _ = direction(azimuth)
            reach = 100 / max(abs(x), abs(y))
            metal.held = False
            _, right, forward = metal.pose((collective, reach * x, reach * y))
            lean = np.degrees(np.arccos((turned(right, forward) @ UP)[2]))
            if lean > metal.truth["tilt_limit_deg"] + 0.3:
                return [f"the ball touches at {collective}, toward {azimuth}: {lean:.1f}°"]
            if metal.held:
                return [f"a servo is held at {collective}, toward {azimuth}"]
    return []


def cannot_be_zeroed(setup, truth):
    """Say whether no whole steps of the pitch links, with all swash links turned alike by theirs,
    bring every blade within the workable half degree: every one is tried."""
    head, swash = setup["airframe"]["head"], setup["airframe"]["swash"]
    own = _step_mm(head, head["link_thread_mm"])
    alike = _step_mm(swash, swash["link_thread_mm"] or head["link_thread_mm"])
    lifts = [ball["radius_mm"] == 0 for ball in swash["balls"]]
    lifts = [1.0 if lift or not any(lifts) else 0.0 for lift in lifts]
    for count in range(-4, 5):
        raised = [
            x + count * alike * y for x, y in zip(truth["swash_extra_mm"], lifts, strict=True)
        ]
        nearest = []
        for blade, now in enumerate(truth["blade_extra_mm"]):
            tried = []
            for steps in range(-6, 7):
                links = [*truth["blade_extra_mm"]]
                links[blade] = now + steps * own
                other = {**truth, "swash_extra_mm": raised, "blade_extra_mm": links}
                tried.append(abs(Metal(setup, other).pitch((0, 0, 0), blade=blade)))
            nearest.append(np.nanmin(tried))
        if max(nearest) <= 0.5:
            return False
    return True


def as_near_as_whole_turns_go(setup, truth):
    """Say whether no whole turns of the pitch links, up to two each, bring the blades nearer to
    each other by more than a gauge tells, and none is further than 0.9° from zero: then they are
    left so, common practice. Every combination is tried."""
    head = setup["airframe"]["head"]
    if (head["link_step_turns"] or 0) < 1:
        return False
    one, links = _step_mm(head, head["link_thread_mm"]), truth["blade_extra_mm"]
    lands = []
    for blade in range(head["blades"]):
        turned = ([*links] for _ in range(5))
        lands.append([])
        for steps, other in zip(range(-2, 3), turned, strict=True):
            other[blade] += steps * one
            metal = Metal(setup, {**truth, "blade_extra_mm": other})
            lands[-1].append(metal.pitch((0, 0, 0), blade=blade))
    now = [each[2] for each in lands]
    apart = min(np.ptp(each) for each in itertools.product(*lands))
    return np.ptp(now) <= apart + TOLD_DEG and np.abs(now).max() <= WHOLE_TURN_DEG


def cannot_be_levelled(setup, truth):
    """Say whether no whole steps of the swash links bring the swash within half a degree of level
    at mid stick: every combination near is tried."""
    head, swash = setup["airframe"]["head"], setup["airframe"]["swash"]
    one = _step_mm(swash, swash["link_thread_mm"] or head["link_thread_mm"])
    for steps in itertools.product(range(-2, 3), repeat=len(swash["balls"])):
        links = [x + one * n for x, n in zip(truth["swash_extra_mm"], steps, strict=True)]
        pose = Metal(setup, {**truth, "swash_extra_mm": links}).pose((0, 0, 0))
        if np.degrees(np.hypot(*pose[1:])) <= 0.5:
            return False
    return True


def cannot_be_ranged(setup, truth):
    """Say whether at an end of the collective no whole percent of its figure brings every blade
    within half a degree of what is wanted, nor would any figure: every one near is tried."""
    blades, targets = range(setup["airframe"]["head"]["blades"]), setup["targets"]
    ends = ((100, targets["collective_high_deg"]), (-100, -targets["collective_low_deg"]))
    return not all(_reaches(setup, truth, stick, wanted, blades) for stick, wanted in ends)


def _reaches(setup, truth, stick, wanted, blades):
    metal = Metal(setup, truth)
    at = [metal.pitch((stick, 0, 0), blade=blade) - wanted for blade in blades]
    if (max(at) - min(at)) / 2 > 0.5:
        return False
    if not metal.unit_mixes:
        return True
    for more in range(-8, 9):
        unit = {**setup["unit"]}
        for name in ("collective_pct", "collective_low_pct"):
            if unit.get(name) is not None:
                unit[name] += more
        other = Metal({**setup, "unit": unit}, truth)
        if all(abs(other.pitch((stick, 0, 0), blade=b) - wanted) <= 0.5 for b in blades):
            return True
    return False


def _step_mm(links, thread_mm):
    ends = links["link_ends"] or 1
    step = links["link_step_turns"]
    if step is None:
        step = 0.5 if ends == 1 else 0.1
    return thread_mm * ends * (step or 0.1)


# Beyond these no device of the usual kind is set; common practice, no source, widths from memory.
USUAL = {
    "travel_low_pct": (50, 150),
    "travel_high_pct": (50, 150),
    "subtrim_pct": (-25, 25),
    "subtrim_us": (-100, 100),
    "swash_mix": (20, 90),
    "collective_pct": (20, 90),
    "collective_low_pct": (20, 90),
    "cyclic_pct": (20, 90),
    "ring_pct": (30, 150),
    "aileron_pct": (-30, 30),
    "elevator_pct": (-30, 30),
    "limit_left_pct": (50, 150),
    "limit_right_pct": (50, 150),
}


def far_from_usual(setup):
    """Name every setting of the devices that stands outside its usual range."""
    found = []
    for device in ("transmitter", "unit"):
        for path, value in _figures(setup.get(device) or {}, device):
            parent, name = path.split(".")[-2:]
            mixes = parent == "swash_mix" and name in FUNCTIONS
            low, high = USUAL.get("swash_mix" if mixes else name, (-np.inf, np.inf))
            size = abs(value) if mixes else value  # the sign of a swash mix is a direction
            if not low <= size <= high:
                found.append(f"{path} {value:g}")
    return found


def _figures(part, path):
    if isinstance(part, dict):
        for key, value in part.items():
            yield from _figures(value, f"{path}.{key}")
    elif isinstance(part, list):
        for i, value in enumerate(part):
            yield from _figures(value, f"{path}.{i}")
    elif isinstance(part, (int, float)) and not isinstance(part, bool):
        yield path, part
