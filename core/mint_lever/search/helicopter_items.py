"""What can be looked up of one helicopter: its settings, its steps, its findings."""

from __future__ import annotations

from mint_lever.bench.run.bench_audit import audit_run
from mint_lever.bench.run.bench_run import BenchRun
from mint_lever.search.search_item import Item
from mint_lever.setup.catalogue.setting_rows import find_row
from mint_lever.setup.catalogue.value_text import write_value
from mint_lever.setup.document import Setup
from mint_lever.setup.identity_key import remember
from mint_lever.setup.plain_values import walk_values


@remember(16)
def list_settings(setup: Setup) -> list[Item]:
    """Every setting that does something in this setup, with what stands there."""
    found = []
    for path, value in walk_values(setup.model_dump(mode="json")):
        row = find_row(path)
        if row is None or not row.in_play(setup.arranged, setup.unit is not None):
            continue
        found.append(
            Item(
                kind="setting",
                title=row.name(path),
                says=f"{row.about.help} Held by the {row.device}.",
                leads_to=path,
                also=(row.group, row.function),
                value=write_value(row, value),
                unit=row.unit if value is not None else "",
            )
        )
    return found


def list_steps(run: BenchRun) -> list[Item]:
    """Every step of the run, with how it stands."""
    return [
        Item(
            kind="step",
            title=standing.step.title,
            says=standing.step.why,
            leads_to=standing.step.name,
            also=(f"step {standing.step.label}",),
            value=standing.state,
        )
        for standing in run.standings
    ]


def list_findings(run: BenchRun) -> list[Item]:
    """What the audit says of the setup."""
    return [
        Item(
            kind="finding",
            title=found.found[:1].upper() + found.found[1:],
            says=f"{found.why} {found.fix}",
            leads_to=found.path,
        )
        for found in audit_run(run)
    ]
