"""The setup document: one helicopter's complete setup, Mint Lever's own open format."""

from __future__ import annotations

from typing import Annotated, Any, Final, Literal

from pydantic import Field

from mint_lever.setup.airframe import Airframe
from mint_lever.setup.numbers import Part
from mint_lever.setup.speed_controller import SpeedController
from mint_lever.setup.targets import Targets
from mint_lever.setup.transmitter import Transmitter
from mint_lever.setup.unit import Unit

FORMAT: Final = "mint-lever/setup"
VERSION: Final = 1

Arrangement = Literal["unit_mixes", "transmitter_mixes_unit_behind", "transmitter_mixes"]


class Setup(Part):
    """Root of the document. Read one with :func:`mint_lever.setup.read_setup`."""

    format: Literal["mint-lever/setup"] = FORMAT
    version: Literal[1] = VERSION
    name: Annotated[str, Field(min_length=1, max_length=80)]
    arrangement: Arrangement
    airframe: Airframe
    transmitter: Transmitter = Transmitter()
    unit: Unit | None = None
    speed_controller: SpeedController = SpeedController()
    targets: Targets = Targets()

    @property
    def mixing_unit(self) -> Unit | None:
        """The unit where it does the swash mixing; None where the transmitter does."""
        return self.unit if self.arrangement == "unit_mixes" else None

    @property
    def stabilising_unit(self) -> Unit | None:
        """The unit where it has the cyclic in hand; None for a flybar head or none at all."""
        return None if self.arrangement == "transmitter_mixes" else self.unit

    def as_document(self) -> dict[str, Any]:
        """Give the plain JSON document, every default written out, absent parts left out."""
        return self.model_dump(mode="json", exclude_none=True)


def json_schema() -> dict[str, Any]:
    """Give the JSON Schema (draft 2020-12) of the setup file, made from the models themselves."""
    schema = Setup.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema}
