"""Flight logs with a known truth, as CSV: what the log's judge is held against."""

from __future__ import annotations

import io

import numpy as np


def flight(
    seconds=120.0,
    rate=50.0,
    rpm=2000.0,
    punches=(),
    hunting=None,
    wag=None,
    pack=(24.0, 44.0),
    noise=1.0,
    seed=5,
):
    """Columns of a flight. ``punches`` are (second, droop share); ``hunting`` and ``wag`` are (Hz,
    amplitude, from, to); ``pack`` is (mΩ, open volts)."""
    rng = np.random.default_rng(seed)
    t = np.arange(0.0, seconds, 1 / rate)
    speed = rpm + rng.normal(0.0, noise, t.size)
    throttle = 55 + rng.normal(0.0, 0.4, t.size)
    amps = 30 + 6 * np.sin(2 * np.pi * t / 7.3) + rng.normal(0.0, 0.6, t.size)
    for start, droop in punches:
        since = t - start
        during = (since >= 0) & (since < 2.5)
        # Down within a third of a second, back within a second.
        shape = np.where(since < 0.3, since / 0.3, np.exp(-np.clip(since - 0.3, 0.0, 9.0) / 0.25))
        speed -= np.where(during, rpm * droop * shape, 0.0)
        throttle += np.where(during, 35.0 * np.minimum(since / 0.1, 1.0), 0.0)
        amps += np.where(during, 70.0 * np.minimum(since / 0.1, 1.0), 0.0)
    if hunting:
        hz, size, begins, ends = hunting
        speed += np.where((t >= begins) & (t < ends), size * np.sin(2 * np.pi * hz * t), 0.0)
    yaw = rng.normal(0.0, 4.0, t.size)
    if wag:
        hz, size, begins, ends = wag
        yaw += np.where((t >= begins) & (t < ends), size * np.sin(2 * np.pi * hz * t), 0.0)
    mohm, open_v = pack
    # A pack runs down slowly, beside what the current pulls it down by.
    volts = open_v - 0.01 * t - mohm / 1000 * amps + rng.normal(0.0, 0.02, t.size)
    return {"t_s": t, "rpm": speed, "out": throttle, "u": volts, "i": amps, "gyro": yaw}


MAP = "time=t_s,head_rpm=rpm,throttle=out,volt=u,amp=i,yaw_rate=gyro"


def as_csv(columns, digits=4):
    """The columns as the text of a CSV file."""
    out = io.StringIO()
    table = np.column_stack(list(columns.values()))
    np.savetxt(out, table, delimiter=",", fmt=f"%.{digits}f", header=",".join(columns), comments="")
    return out.getvalue()
