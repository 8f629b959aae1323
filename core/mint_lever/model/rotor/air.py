"""The air a rotor turns in: the International Standard Atmosphere (ICAO Doc 7488)."""

from __future__ import annotations

from typing import Annotated

from mint_lever.faults import Fault, InvalidRequest
from mint_lever.sources import Published

_ISA = Published("ICAO Doc 7488, International Standard Atmosphere")

GRAVITY: Annotated[float, _ISA] = 9.80665
GAS: Annotated[float, _ISA] = 287.05287
"""J/(kg K), dry air."""
SEA_LEVEL_C: Annotated[float, _ISA] = 15.0
ZERO_K: Annotated[float, _ISA] = 273.15
"""0 °C in kelvin."""
_LOWEST_M, _HIGHEST_M = -500.0, 11_000.0
_COLDEST_C, _WARMEST_C = -90.0, 60.0


def air_density(altitude_m: float = 0.0, temperature_c: float = SEA_LEVEL_C) -> float:
    """Give the density (kg/m³) at a pressure altitude and a temperature.

    p = 101325·(1 − 2.25577e-5·h)^5.25588, ρ = p/(R·T). Raises InvalidRequest beyond −500…11,000 m
    and −90…60 °C.
    """
    faults = []
    if not _LOWEST_M <= altitude_m <= _HIGHEST_M:
        allowed = f"a pressure altitude from {_LOWEST_M:g} to {_HIGHEST_M:g} m"
        faults.append(Fault("altitude", f"{altitude_m:g}", allowed))
    if not _COLDEST_C <= temperature_c <= _WARMEST_C:
        allowed = f"a temperature from {_COLDEST_C:g} to {_WARMEST_C:g} °C"
        faults.append(Fault("temperature", f"{temperature_c:g}", allowed))
    if faults:
        raise InvalidRequest(faults)
    pressure: float = 101_325.0 * (1 - 2.25577e-5 * altitude_m) ** 5.25588
    return pressure / (GAS * (temperature_c + ZERO_K))
