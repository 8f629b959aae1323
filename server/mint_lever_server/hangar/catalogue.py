"""The catalogue of settings over the API: what each is called, where it stands, what bounds it."""

from functools import cache

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import BaseModel
from pydantic_core import to_json

from mint_lever.bench import STEPS
from mint_lever.setup import (
    ARRANGEMENTS,
    ArrangementName,
    Device,
    SettingKind,
    SettingRow,
    Stage,
    list_rows,
)

router = Router(tags=["catalogue"])


class WordOut(BaseModel):
    """A value of a choice and its name."""

    value: bool | int | str
    label: str


class RowOut(BaseModel):
    """One setting. ``path`` has ``*`` for a list's entries; ``holders`` stand before its label.

    ``arrangements`` are those it does anything in. ``steps`` are the titles of the bench steps it
    belongs to; ``record``: nothing on the helicopter changes with it. ``alike``: as a rule the same
    for every entry of its list.
    """

    path: str
    label: str
    help: str
    kind: SettingKind
    device: Device
    stage: Stage
    group: str
    function: str
    holders: list[str]
    unit: str
    nudge: float
    least: float | None
    most: float | None
    optional: bool
    words: list[WordOut]
    steps: list[str]
    record: bool
    alike: bool
    needs_unit: bool
    arrangements: list[ArrangementName]


class CatalogueOut(BaseModel):
    """Every setting of the document, in its order, and what the arrangements are called."""

    rows: list[RowOut]
    arrangements: dict[ArrangementName, str]


@router.get("", response=CatalogueOut, auth=None)
def get_catalogue(request: HttpRequest) -> HttpResponse:
    """Give the catalogue; it is the same until the program is another one."""
    return HttpResponse(_served(), content_type="application/json")


@cache
def _served() -> bytes:
    titles = {step.name: step.title for step in STEPS}
    names = {name: each.words for name, each in ARRANGEMENTS.items()}
    rows = [_row(row, titles) for row in list_rows()]
    return to_json(CatalogueOut(rows=rows, arrangements=names))


def _row(row: SettingRow, titles: dict[str, str]) -> RowOut:
    about = row.about
    return RowOut(
        path=row.path,
        label=about.label,
        help=about.help,
        kind=row.kind,
        device=row.device,
        stage=row.stage,
        group=row.group,
        function=row.function,
        holders=list(row.holders),
        unit=row.unit,
        nudge=row.nudge,
        least=row.least,
        most=row.most,
        optional=row.optional,
        words=[WordOut(value=value, label=label) for value, label in row.words],
        steps=[titles[step] for step in row.steps],
        record=about.record,
        alike=about.alike,
        needs_unit="has_unit" in row.plays,
        arrangements=[name for name, each in ARRANGEMENTS.items() if row.in_play(each)],
    )
