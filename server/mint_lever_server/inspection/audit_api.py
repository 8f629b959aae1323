"""The audit over the API: what does not agree, and a fix that is one key away."""

import uuid

from django.http import HttpRequest
from ninja import Field, Router
from pydantic import BaseModel

from mint_lever.audit import Severity, join_findings
from mint_lever.bench import audit_run, write_fix_on_devices
from mint_lever.devices import OnDevice, round_to_devices
from mint_lever.setup import Device
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.bench.stored_run import run_at
from mint_lever_server.config.problems import Refused
from mint_lever_server.hangar.api import draft_out
from mint_lever_server.hangar.schemas import DraftOut, SentChange
from mint_lever_server.hangar.services import edit_draft

router = Router(tags=["audit"])


class FindingOut(BaseModel):
    """One thing that does not agree; ``fixable`` when its fix is one key away. ``on_devices`` says
    the fix in the words and on the scale of the helicopter's own devices."""

    rule: str
    severity: Severity
    path: str
    found: str
    why: str
    fix: str
    device: Device
    rests_on: str
    also: list[str]
    fixable: bool
    on_devices: list[OnDevice]


class AuditOut(BaseModel):
    """The findings on the draft as of ``version``, dangers first."""

    version: int
    findings: list[FindingOut]


class Fix(SentChange):
    """The finding to fix, as the page shows it."""

    rule: str = Field(max_length=80)
    path: str = Field(max_length=200)


@router.get("/{helicopter_id}/audit", response=AuditOut)
def get_audit(request: HttpRequest, helicopter_id: uuid.UUID) -> AuditOut:
    """Read the whole draft and report what does not agree."""
    bench = bench_of(pilot_of(request), helicopter_id)
    run = run_at(bench)
    return AuditOut(
        version=bench.helicopter.draft.version,
        findings=[
            FindingOut(
                fixable=bool(finding.changes),
                on_devices=[each for each in write_fix_on_devices(run, finding) if each.own],
                **{key: value for key, value in vars(finding).items() if key != "changes"},
            )
            for finding in join_findings(audit_run(run))
        ],
    )


@router.post("/{helicopter_id}/audit/fix", response=DraftOut)
def fix_finding(request: HttpRequest, helicopter_id: uuid.UUID, given: Fix) -> DraftOut:
    """Make a finding's fix in the draft; it can be undone like any edit."""
    bench = bench_of(pilot_of(request), helicopter_id)
    run = run_at(bench)
    chosen = next(
        (
            finding
            for finding in join_findings(audit_run(run))
            if finding.rule == given.rule and finding.path == given.path and finding.changes
        ),
        None,
    )
    if chosen is None or bench.helicopter.draft.version != given.version:
        raise Refused(
            409,
            "The audit has changed",
            "The draft was changed since this page read it. Look at the findings again.",
            version=bench.helicopter.draft.version,
        )
    pilot = pilot_of(request)
    changes = round_to_devices(run.devices, chosen.changes)
    return draft_out(edit_draft(pilot, helicopter_id, given.version, changes, given.id))
