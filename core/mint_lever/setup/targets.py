"""What the pilot aims for at the blade; the readings are judged against it."""

from __future__ import annotations

from mint_lever.setup.numbers import Part, TargetAngle


class Targets(Part):
    """Blade degrees wanted. The defaults are common practice, no source (F10a, F10b, F11).

    ``hover_deg`` is the collective the pilot hovers at: from memory, about 5° on most helicopters.
    """

    reference_tilt_deg: TargetAngle = 6.0
    cyclic_deg: TargetAngle = 9.0
    collective_high_deg: TargetAngle = 11.0
    collective_low_deg: TargetAngle = 11.0
    hover_deg: TargetAngle = 5.0
