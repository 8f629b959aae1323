"""The governor's answer against SciPy's integrator, and laws that hold for any.

The other code keeps the whole past of the command and asks for it 20 ms late, as a delay equation
is solved; it shares no step, no table and no formula's code with the product's.
"""

from math import pi

import numpy as np
import pytest
from scipy.integrate import solve_ivp

from mint_lever.model.drive.drive_machine import Machine
from mint_lever.model.drive.punch_response import GovernedRotor
from mint_lever.model.rotor.hover_power import Blades, TurningRotor
from other_rotor import other_coefficients

BLADES = Blades(2, 0.600, 0.080, 0.055)
OMEGA = 2150 * pi / 30
KV, GEAR, OHM, IDLE, CELLS, PACK = 1100 * pi / 30, 9.2, 0.016, 1.9, 6, 0.018
FULL_DEG = 10.0


def governed(gain, cell_v=3.85, inertia=0.06):
    machine = Machine(
        kv_rpm_per_v=1100.0,
        gear=GEAR,
        motor_ohm=OHM,
        no_load_a=IDLE,
        cells=CELLS,
        pack_ohm=PACK,
        efficiency=0.95,
        tail_share=0.12,
    )
    rotor = TurningRotor(BLADES, OMEGA, 1.225)
    return GovernedRotor(machine=machine, rotor=rotor, inertia=inertia, gain=gain, cell_v=cell_v)


def other_punch(gain, inertia, start, seconds=1.6, pieces=0.02):
    """RPM at each piece's end: within a piece the command of the piece before is known."""
    pitch = np.linspace(0.0, FULL_DEG, 41)
    c_p = [other_coefficients(BLADES, max(at, 1e-6))[1] for at in pitch]
    area = pi * BLADES.radius_m**2

    def rate(t, y, commanded):
        omega, answered, integral = y
        missing = (OMEGA - omega) / OMEGA
        asked = gain * missing + integral
        at = FULL_DEG * min(t / 0.15, 1.0)
        drag = np.interp(at, pitch, c_p) * 1.225 * area * BLADES.radius_m
        drag *= (omega * BLADES.radius_m) ** 2
        amps = max(0.0, (answered * CELLS * 3.85 - omega * GEAR / KV) / (OHM + answered**2 * PACK))
        drive = 0.95 * GEAR * max(0.0, (amps - IDLE) / KV)
        return [
            (drive - 1.12 * drag) / inertia,
            (commanded(t - 0.02) - answered) / 0.03,
            gain * missing if 0 < asked < 1 else 0.0,
        ]

    def before(_):
        return start

    state, found, commanded = [OMEGA, start, start], [], before
    for piece in range(round(seconds / pieces)):
        span = (piece * pieces, (piece + 1) * pieces)
        done = solve_ivp(
            rate, span, state, args=(commanded,), dense_output=True, rtol=1e-8, max_step=1e-3
        )
        state = done.y[:, -1]
        found.append(state[0] * 30 / pi)

        def commanded(t, past=done.sol):
            omega, _, integral = past(t)
            return min(max(gain * (OMEGA - omega) / OMEGA + integral, 0.0), 1.0)

    return np.array(found)


@pytest.mark.parametrize("gain", [2.0, 6.0, 9.0])
def test_the_head_speed_is_that_of_another_integrator_all_along(gain):
    mine = governed(gain).punch(FULL_DEG, seconds=1.6)
    other = other_punch(gain, 0.06, float(mine.duty[0]))
    at = np.interp(np.arange(1, len(other) + 1) * 0.02, mine.time_s, mine.rpm)
    assert np.abs(at / other - 1).max() < 0.002


def test_it_starts_at_rest_and_without_collective_nothing_happens():
    still = governed(6.0).punch(0.0)
    assert still.rpm == pytest.approx(2150.0, rel=1e-6)
    assert (still.droop_pct, still.back_s, still.hunts) == (pytest.approx(0, abs=1e-4), 0.0, False)


def test_more_gain_droops_less_until_it_hunts():
    answers = [governed(gain).punch(FULL_DEG) for gain in (1.0, 2.0, 4.0, 6.0)]
    droops = [answer.droop_pct for answer in answers]
    assert droops == sorted(droops, reverse=True)
    assert not any(answer.hunts for answer in answers)
    assert governed(40.0).punch(FULL_DEG).hunts


def test_an_empty_pack_droops_more_and_does_not_come_back_where_it_cannot_hold():
    full, empty = (governed(5.0, cell_v=volt).punch(FULL_DEG) for volt in (4.2, 3.5))
    assert empty.droop_pct > full.droop_pct
    weak = governed(5.0, cell_v=2.9).punch(FULL_DEG)
    assert weak.back_s is None


def test_with_the_motor_off_the_rotor_loses_what_the_air_takes():
    """J·Ω·dΩ = −P dt: without volts the blades' own energy pays for the drag alone."""
    off = governed(5.0, cell_v=0.01).punch(FULL_DEG, seconds=1.0)
    omega = off.rpm * pi / 30
    energy = 0.5 * 0.06 * omega**2
    pitch = np.minimum(off.time_s / 0.15, 1.0) * FULL_DEG
    power = TurningRotor(BLADES, OMEGA, 1.225).power_w(pitch) * (omega / OMEGA) ** 3 * 1.12
    taken = np.concatenate([[0.0], np.cumsum((power[1:] + power[:-1]) / 2 * np.diff(off.time_s))])
    assert energy + taken == pytest.approx(energy[0], rel=2e-3)
