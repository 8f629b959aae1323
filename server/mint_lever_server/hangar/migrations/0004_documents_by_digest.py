"""Documents are kept once a helicopter, by digest; the practice model has a draft of its own.

Every document is carried over as it was written, whatever its version. What stood in one draft as
two models in turn is told apart: states made while the simulated model was on the table become the
practice draft's.
"""

import hashlib
import json

import django.db.models.deletion
from django.db import migrations, models

_BEGINS, _ENDS = "practice draft", "back from practice"


def carry_over(apps, schema_editor):
    Helicopter, Document, Draft, DraftState, Revision = (
        apps.get_model("hangar", name)
        for name in ("Helicopter", "Document", "Draft", "DraftState", "Revision")
    )

    def keep(helicopter_id, document):
        text = json.dumps(document, sort_keys=True, separators=(",", ":"))
        digest = hashlib.sha256(text.encode()).hexdigest()
        kept, _ = Document.objects.get_or_create(
            helicopter_id=helicopter_id, digest=digest, defaults={"text": text}
        )
        return kept

    for revision in Revision.objects.all():
        kept = keep(revision.helicopter_id, revision.kept)
        Revision.objects.filter(pk=revision.pk).update(document=kept)

    for draft in Draft.objects.all():
        helicopter_id = draft.helicopter_id
        states = list(DraftState.objects.filter(draft=draft).order_by("position"))
        for state in states:
            state.document = keep(helicopter_id, state.kept)
            state.save()
        practised = _practised(states, draft)
        counter = draft.version
        if draft.practice or draft.set_aside is not None:
            counter += 1
            _tell_apart(Draft, DraftState, draft, states, practised, counter, keep)
        Helicopter.objects.filter(pk=helicopter_id).update(
            counter=counter, practising=draft.practice
        )
        if draft.practice:
            # The draft that was at hand stays the one on the table, by its own version.
            Draft.objects.filter(pk=draft.pk).update(practice=True)


def _practised(states, draft):
    """Which states were made on the simulated model, by their place in the list."""
    practised = set()
    start = 0
    begun = None
    for i, state in enumerate(states):
        if state.label == _BEGINS:
            begun = i
        elif state.label == _ENDS:
            first = begun if begun is not None else _after_same(states, start, i, state.document_id)
            practised.update(range(first, i))
            begun, start = None, i
    if draft.practice:
        real = draft.set_aside
        first = begun if begun is not None else _after(states, start, real)
        practised.update(range(first, len(states)))
    return practised


def _after_same(states, start, end, document_id):
    """The place after the last state before ``end`` that has a document."""
    same = [i for i in range(start, end) if states[i].document_id == document_id]
    return same[-1] + 1 if same else start


def _after(states, start, document):
    same = [i for i in range(start, len(states)) if states[i].kept == document]
    return same[-1] + 1 if same else start


def _tell_apart(Draft, DraftState, draft, states, practised, counter, keep):
    """Give each model a draft of its own; the one on the table keeps the row and its place."""
    aside = keep(draft.helicopter_id, draft.set_aside) if draft.set_aside is not None else None
    on_table = [s for i, s in enumerate(states) if (i in practised) == draft.practice]
    put_by = [s for i, s in enumerate(states) if (i in practised) != draft.practice]
    at = next((s for s in states if s.position == draft.position), None)
    # The state in which a model came back only repeats its last one.
    on_table = [
        s
        for i, s in enumerate(on_table)
        if not (i and s.label in (_BEGINS, _ENDS) and s.document_id == on_table[i - 1].document_id)
    ]
    gone = {s.pk for s in states} - {s.pk for s in (*on_table, *put_by)}
    if not on_table and at is not None:
        # Nothing was set since this model came on the table: it stands as the other one did.
        on_table = [
            DraftState(
                draft=draft,
                position=0,
                paths=[],
                label=at.label,
                document=at.document,
                kept=at.kept,
            )
        ]
        at = on_table[0]
    elif at is not None and at.pk in gone:
        at = next(s for s in reversed(on_table) if s.document_id == at.document_id)
    on_table = _with_its_start(DraftState, states, on_table)
    put_by = _with_its_start(DraftState, states, put_by)

    other = Draft.objects.create(
        helicopter_id=draft.helicopter_id, practice=not draft.practice, version=counter
    )
    DraftState.objects.filter(pk__in=gone).delete()
    # Out of the way first: places are unique within a draft.
    for state in (*on_table, *put_by):
        if state.pk:
            DraftState.objects.filter(pk=state.pk).update(position=state.position + 100_000)
    for i, state in enumerate(put_by):
        if state.pk:
            DraftState.objects.filter(pk=state.pk).update(draft=other, position=i)
        else:
            state.draft, state.position = other, i
            state.save()
    last = len(put_by) - 1
    if aside is not None and (not put_by or put_by[-1].document_id != aside.pk):
        last += 1
        DraftState.objects.create(
            draft=other,
            position=last,
            label="practice" if other.practice else "",
            paths=[],
            document=aside,
            kept=draft.set_aside,
        )
    Draft.objects.filter(pk=other.pk).update(position=max(last, 0))
    for i, state in enumerate(on_table):
        if state.pk:
            DraftState.objects.filter(pk=state.pk).update(position=i)
        else:
            state.draft, state.position = draft, i
            state.save()
    place = next((i for i, s in enumerate(on_table) if at is not None and s.pk == at.pk), 0)
    Draft.objects.filter(pk=draft.pk).update(position=place)


def _with_its_start(DraftState, states, own):
    """A model's states with the one its first change was made on, where that was the other's."""
    if not own or own[0].pk is None or own[0].label in (_BEGINS, _ENDS):
        return own
    place = next(i for i, state in enumerate(states) if state.pk == own[0].pk)
    if place == 0:
        return own
    start = states[place - 1]
    return [
        DraftState(
            position=0, paths=[], label="practice", document=start.document, kept=start.kept
        ),
        *own,
    ]


class Migration(migrations.Migration):
    dependencies = [("hangar", "0003_practice")]

    operations = [
        migrations.RunSQL("DROP TRIGGER hangar_revision_never_changes;"),
        migrations.CreateModel(
            name="Document",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("digest", models.CharField(max_length=64)),
                ("text", models.TextField()),
                ("summary", models.JSONField(null=True)),
                ("summary_by", models.PositiveIntegerField(default=0)),
                (
                    "helicopter",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="documents",
                        to="hangar.helicopter",
                    ),
                ),
            ],
        ),
        migrations.AddConstraint(
            model_name="document",
            constraint=models.UniqueConstraint(
                fields=["helicopter", "digest"], name="one_document_a_digest"
            ),
        ),
        migrations.CreateModel(
            name="Taken",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("sent_id", models.UUIDField()),
                ("at", models.DateTimeField(auto_now_add=True)),
                (
                    "helicopter",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="+",
                        to="hangar.helicopter",
                    ),
                ),
            ],
        ),
        migrations.AddConstraint(
            model_name="taken",
            constraint=models.UniqueConstraint(
                fields=["helicopter", "sent_id"], name="one_taking_an_id"
            ),
        ),
        migrations.AddField(
            model_name="helicopter",
            name="counter",
            field=models.PositiveIntegerField(default=1),
        ),
        migrations.AddField(
            model_name="helicopter",
            name="practising",
            field=models.BooleanField(default=False),
        ),
        migrations.AlterField(
            model_name="draft",
            name="helicopter",
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE,
                related_name="drafts",
                to="hangar.helicopter",
            ),
        ),
        migrations.RenameField("draftstate", "document", "kept"),
        migrations.RenameField("revision", "document", "kept"),
        migrations.AlterField("draftstate", "kept", models.JSONField(null=True)),
        migrations.AlterField("revision", "kept", models.JSONField(null=True)),
        migrations.AddField(
            model_name="draftstate",
            name="document",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.RESTRICT,
                related_name="+",
                to="hangar.document",
            ),
        ),
        migrations.AddField(
            model_name="revision",
            name="document",
            field=models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.RESTRICT,
                related_name="+",
                to="hangar.document",
            ),
        ),
        migrations.RunPython(carry_over, migrations.RunPython.noop),
        migrations.RemoveField("draftstate", "kept"),
        migrations.RemoveField("revision", "kept"),
        migrations.RemoveField("draft", "set_aside"),
        migrations.AlterField(
            model_name="draftstate",
            name="document",
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.RESTRICT,
                related_name="+",
                to="hangar.document",
            ),
        ),
        migrations.AlterField(
            model_name="revision",
            name="document",
            field=models.ForeignKey(
                on_delete=django.db.models.deletion.RESTRICT,
                related_name="+",
                to="hangar.document",
            ),
        ),
        migrations.AddConstraint(
            model_name="draft",
            constraint=models.UniqueConstraint(
                fields=["helicopter", "practice"], name="one_draft_a_model"
            ),
        ),
        migrations.RunSQL(
            """
            CREATE TRIGGER hangar_revision_never_changes
            BEFORE UPDATE ON hangar_revision
            BEGIN
                SELECT RAISE(ABORT, 'a revision never changes');
            END;
            """,
            "DROP TRIGGER hangar_revision_never_changes;",
        ),
    ]
