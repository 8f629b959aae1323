"""The setup document: one helicopter's complete setup, Mint Lever's own open format."""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal

from pydantic import Field

from mint_lever.setup.arrangement import ARRANGEMENTS, Arrangement, ArrangementName
from mint_lever.setup.parts.airframe import Airframe
from mint_lever.setup.parts.drive import Drive
from mint_lever.setup.parts.flight_findings import FlightFindings
from mint_lever.setup.parts.number_kinds import Part
from mint_lever.setup.parts.speed_controller import SpeedController
from mint_lever.setup.parts.targets import Targets
from mint_lever.setup.parts.transmitter import Transmitter
from mint_lever.setup.parts.unit import Unit, UnitTail
from mint_lever.setup.setting_description import About, Holder

FORMAT: Final = "mint-lever/setup"
VERSION: Final = 3


class Setup(Part):
    """Root of the document. Read one with :func:`mint_lever.setup.read_setup`."""

    format: Annotated[
        Literal["mint-lever/setup"],
        About(
            label="File format",
            help="What kind of file this is; always the same.",
            stage="whole",
            record=True,
            words={FORMAT: "setup of a helicopter"},
        ),
    ] = FORMAT
    version: Annotated[
        Literal[3],
        About(
            label="Format version",
            help="The version of the file's format that its names follow.",
            stage="whole",
            record=True,
            words={VERSION: "version 3"},
        ),
    ] = VERSION
    name: Annotated[
        str,
        Field(min_length=1, max_length=80),
        About(
            label="Name",
            help="What you call this helicopter in the hangar and on its sheets.",
            stage="whole",
            record=True,
        ),
    ]
    notes: Annotated[
        str,
        Field(max_length=4000),
        About(
            label="Notes",
            help="Anything about this helicopter worth keeping, in your own words.",
            stage="whole",
            group="The model",
            record=True,
        ),
    ] = ""
    arrangement: Annotated[
        ArrangementName,
        About(
            label="Who mixes",
            help="Which device turns collective, aileron and elevator into servo positions.",
            stage="whole",
            group="The model",
            steps=("model_memory",),
            words={name: each.words for name, each in ARRANGEMENTS.items()},
        ),
    ]
    airframe: Annotated[Airframe, Holder()]
    transmitter: Annotated[Transmitter, Holder()] = Transmitter()
    unit: Annotated[Unit | None, Holder(play="has_unit")] = None
    speed_controller: Annotated[SpeedController, Holder()] = SpeedController()
    drive: Annotated[Drive | None, Holder()] = None
    targets: Annotated[Targets, Holder()] = Targets()
    flown: Annotated[FlightFindings | None, Holder(name="flown")] = None

    @property
    def arranged(self) -> Arrangement:
        """Who mixes, as something to ask by name."""
        return ARRANGEMENTS[self.arrangement]

    @property
    def mixing_unit(self) -> Unit | None:
        """The unit where it does the swash mixing; None where the transmitter does."""
        return self.unit if self.arranged.unit_mixes else None

    @property
    def stabilising_unit(self) -> Unit | None:
        """The unit where it has the cyclic in hand; None for a flybar head or none at all."""
        return self.unit if self.arranged.stabilised else None

    @property
    def tail_box(self) -> UnitTail:
        """What drives the tail servo: the unit's or the gyro's own; a usual one where none is
        described."""
        return UnitTail() if self.unit is None else self.unit.tail

    def as_document(self) -> dict[str, Any]:
        """Give the plain JSON document, every default written out, absent parts left out."""
        return self.model_dump(mode="json", exclude_none=True)


def make_json_schema() -> dict[str, Any]:
    """Give the JSON Schema (draft 2020-12) of the setup file, made from the models themselves."""
    schema = Setup.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema}
