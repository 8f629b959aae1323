"""What a browser stamps every change with, so that it is logged once and at its time."""

import uuid
from datetime import datetime

from ninja import Field, Schema

from mint_lever_server.bench.run_log import Sender


class Stamp(Schema):
    """What a browser sends: under an id of its own, with the time on its clock and the digest of
    the setup the pilot saw. Sent twice, it is taken once."""

    id: uuid.UUID | None = None
    at: datetime | None = None
    saw: str = Field("", max_length=64)

    def sender(self) -> Sender:
        """Who sent it, for the log."""
        return Sender(self.id, self.at, self.saw)
