"""A card to start from: the items most speed controllers have, in no controller's order.

What is wanted is what helicopters are mostly flown with (common practice, no source, F19). The
pilot's own manual replaces names, choices and order.
"""

from __future__ import annotations

from mint_lever.setup.parts.speed_controller import CardItem

NEUTRAL_CARD: tuple[CardItem, ...] = (
    CardItem(name="Brake", choices=["off", "on"], wanted=0),
    CardItem(name="Timing", choices=["low", "middle", "high"], wanted=1),
    CardItem(name="Battery protection", choices=["low", "middle", "high"], wanted=2, by_cells=True),
    CardItem(name="Start", choices=["soft", "middle", "hard"], wanted=0),
    CardItem(name="Response", choices=["slow", "middle", "quick"], wanted=2),
    CardItem(name="BEC voltage", choices=["5.0 V", "5.5 V", "6.0 V"], wanted=1),
)
