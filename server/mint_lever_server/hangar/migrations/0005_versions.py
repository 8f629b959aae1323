"""Which setup each version was; of those before, the one that every draft is at is known."""

import django.db.models.deletion
from django.db import migrations, models


def note_the_present(apps, schema_editor):
    Draft, DraftState, DraftVersion = (
        apps.get_model("hangar", name) for name in ("Draft", "DraftState", "DraftVersion")
    )
    for draft in Draft.objects.iterator():
        state = DraftState.objects.get(draft=draft, position=draft.position)
        DraftVersion.objects.get_or_create(
            helicopter_id=draft.helicopter_id,
            number=draft.version,
            defaults={"document_id": state.document_id},
        )


class Migration(migrations.Migration):
    dependencies = [("hangar", "0004_documents_by_digest")]

    operations = [
        migrations.CreateModel(
            name="DraftVersion",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("number", models.PositiveIntegerField()),
                (
                    "document",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.RESTRICT,
                        related_name="+",
                        to="hangar.document",
                    ),
                ),
                (
                    "helicopter",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="versions",
                        to="hangar.helicopter",
                    ),
                ),
            ],
        ),
        migrations.AddConstraint(
            model_name="draftversion",
            constraint=models.UniqueConstraint(
                fields=("helicopter", "number"), name="one_setup_a_version"
            ),
        ),
        migrations.RunPython(note_the_present, migrations.RunPython.noop),
    ]
