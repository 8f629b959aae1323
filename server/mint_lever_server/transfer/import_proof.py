"""What came in is read once as its pages will read it: what breaks one is not taken in."""

from __future__ import annotations

import logging
from collections import deque

from django.contrib.auth.models import User

from mint_lever.faults import MintLeverError
from mint_lever_server.bench.evening_end import evening_over
from mint_lever_server.bench.models import LogEntry
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.stored_run import log_of, run_of
from mint_lever_server.config.problems import Refused
from mint_lever_server.field.schemas import show
from mint_lever_server.field.timeline import timeline
from mint_lever_server.field.wear import wear_of
from mint_lever_server.hangar.models import Helicopter
from mint_lever_server.hangar.services import present_setup
from mint_lever_server.records.csv_tables import changes, flights, readings
from mint_lever_server.records.papers import paper_of
from mint_lever_server.transfer.archive_reader import refused

_log = logging.getLogger(__name__)


def proof(pilot: User, helicopter: Helicopter) -> None:
    """Read everything of a helicopter that came in; raises InvalidRequest where that breaks."""
    try:
        bench = bench_of(pilot, helicopter.pk)
        evening_over(bench)
        show(bench)
        timeline(bench, 0)
        wear_of(bench)
        for table in (readings, changes, flights):
            deque(table(bench), maxlen=0)
        paper_of(pilot, helicopter.pk, "bench", None)
        paper_of(pilot, helicopter.pk, "field", None)
        # The models that were practised on: their readings are looked at too.
        setup = present_setup(helicopter.real_draft)
        models = LogEntry.objects.filter(helicopter=helicopter).order_by()
        for number in set(models.values_list("simulated", flat=True)):
            run_of(setup, log_of(bench, number)).standings  # noqa: B018 (worked out by looking)
    except (MintLeverError, Refused):
        raise
    except Exception as error:
        _log.warning("a helicopter's file was refused", exc_info=error)
        raise refused(
            "file", "lines that do not go together", "a file this program wrote"
        ) from error
