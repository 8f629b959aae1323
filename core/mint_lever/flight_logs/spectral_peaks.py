"""A line in a signal's spectrum: something that swings at one frequency."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated

import numpy as np

from mint_lever.axes import Array, Mask
from mint_lever.sources import PRACTICE

CLEAR: Annotated[float, PRACTICE] = 4.0
"""A line stands at least so many times over the median of its band."""
SHARE_OF_RATE = 0.4
"""A log tells nothing of what swings faster than this share of its own rate."""
_WINDOW_S = 10.0
_CALM = 1e-9


@dataclass(frozen=True)
class Line:
    """What swings: frequency, half its swing in the signal's unit, and where it is strongest."""

    hz: float
    amplitude: float
    at_s: float


def line_in(
    time_s: Array, signal: Array, band_hz: tuple[float, float], where: Mask | None = None
) -> Line | None:
    """Find the line of a band in a signal on an even grid; None where none stands clear.

    ``where`` is the part that counts. Hann window, pieces of ten seconds half over one another: a
    line counts where it stands clear of the mean spectrum of all pieces, or of two pieces next to
    each other at one frequency.
    """
    step = float(time_s[1] - time_s[0])
    size = min(max(int(_WINDOW_S / step), 16), len(signal))
    starts = np.arange(0, len(signal) - size + 1, max(size // 2, 1))
    if where is not None:
        running = np.concatenate([[0], np.cumsum(where)])
        starts = starts[running[starts + size] - running[starts] == size]
    hz = np.asarray(np.fft.rfftfreq(size, step), dtype=np.float64)
    inside = (hz >= band_hz[0]) & (hz <= min(band_hz[1], SHARE_OF_RATE / step))
    if not starts.size or inside.sum() < 4:
        return None
    pieces = np.lib.stride_tricks.sliding_window_view(signal, size)[starts]
    window = np.hanning(size)
    ramp = np.linspace(-0.5, 0.5, size)
    level = pieces - pieces.mean(axis=1, keepdims=True)
    level = level - (level @ ramp / (ramp @ ramp))[:, None] * ramp
    whole = np.asarray(np.abs(np.fft.rfft(level * window, axis=1)) * 2 / window.sum())
    return _clear(whole, inside, hz, time_s[starts] + size * step / 2)


def _clear(whole: Array, inside: Mask, hz: Array, middles: Array) -> Line | None:
    """The clearest line inside a band of some spectra (pieces, bins) and of their mean."""
    mean = np.sqrt((whole**2).mean(axis=0, keepdims=True))
    best = int(np.argmax(_standing(mean, inside)[0]))
    if _standing(mean, inside)[0, best] > 0:
        piece = int(np.argmax(whole[:, best]))
        return Line(float(hz[best]), float(whole[piece, best]), float(middles[piece]))
    standing = _standing(whole, inside)
    peaks = np.argmax(standing, axis=1)
    high = standing[np.arange(len(peaks)), peaks] > 0
    near = np.abs(np.diff(peaks)) <= 1
    pairs = np.flatnonzero(high[:-1] & high[1:] & near)
    if not pairs.size:
        return None
    piece = int(pairs[np.argmax(whole[pairs, peaks[pairs]])])
    at = int(peaks[piece])
    return Line(float(hz[at]), float(whole[piece, at]), float(middles[piece]))


def _standing(spectra: Array, inside: Mask) -> Array:
    """The spectra where they peak and stand clear of their band's median, 0 elsewhere. What only
    falls off from a lower frequency has no peak."""
    rises = np.diff(spectra, axis=1, prepend=np.inf, append=np.inf)
    peaks = (rises[:, :-1] > 0) & (rises[:, 1:] < 0) & inside
    least = CLEAR * np.maximum(np.median(spectra[:, inside], axis=1, keepdims=True), _CALM)
    return np.asarray(np.where(peaks & (spectra >= least), spectra, 0.0))
