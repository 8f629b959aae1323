"""What the fleet's list shows of a setup: worked out once a document, then kept with it."""

from pydantic import BaseModel

from mint_lever.model import build_chain, compute_reach
from mint_lever.setup import ArrangementName, LayoutName
from mint_lever_server.hangar.documents import setup_of
from mint_lever_server.hangar.models import Document

MADE_BY = 1
"""Counted up when a summary comes out otherwise than before: kept ones are then made anew."""


class ReachOut(BaseModel):
    """Blade degrees at full stick; null where a link does not reach."""

    collective_low_deg: float | None
    collective_high_deg: float | None
    aileron_deg: float | None
    elevator_deg: float | None


class Look(BaseModel):
    """A helicopter at a glance."""

    name: str
    arrangement: ArrangementName
    layout: LayoutName
    rotation: str
    blades: int
    servos: int
    reach: ReachOut


def look_at(document: Document) -> Look:
    """Give a document's summary, kept or worked out now."""
    if document.summary is not None and document.summary_by == MADE_BY:
        return Look.model_validate(document.summary)
    setup = setup_of(document)
    made = Look(
        name=setup.name,
        arrangement=setup.arrangement,
        layout=setup.airframe.swash.layout,
        rotation=setup.airframe.head.rotation,
        blades=setup.airframe.head.blades,
        servos=len(setup.airframe.servos),
        reach=ReachOut(**vars(compute_reach(build_chain(setup)))),
    )
    Document.objects.filter(pk=document.pk).update(
        summary=made.model_dump(mode="json"), summary_by=MADE_BY
    )
    return made
