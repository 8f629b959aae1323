"""What the table of pinions comes to, in a sentence that says which way to go."""

from __future__ import annotations

from collections.abc import Sequence

from mint_lever.model.drive.pinion_choice import PinionRow


def pinion_advice(
    rows: Sequence[PinionRow], fitted: int | None, suits: int | None, room_pct: float
) -> str:
    """Say what pinion to fit: larger, smaller or the one that is there; "" without a table.

    ``suits`` is the smallest of the rows that leaves ``room_pct`` percent, None where none does.
    """
    if not rows or fitted is None:
        return ""
    least = f"the smallest that leaves {room_pct:g} % at full collective"
    if suits == fitted:
        return f"The one that is fitted suits: {least}, so the motor runs coolest."
    if suits is not None and suits < fitted:
        return f"Smaller: {suits} teeth would suit as well: {least}, nearer to full throttle."
    if suits is not None:
        return f"Larger: {suits} teeth suit: {least}. The fitted one leaves less."
    ends = (rows[0], rows[-1])
    way = "larger" if ends[1].most_rpm > ends[0].most_rpm else "smaller"
    most = max(ends, key=lambda row: row.most_rpm)
    return (
        f"None of these leaves {room_pct:g} %. A {way} pinion comes nearest: {most.teeth} teeth "
        f"leave it at {most.most_rpm:.0f} rpm; or ask for less."
    )
