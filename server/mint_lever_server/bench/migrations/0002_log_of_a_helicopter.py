"""The log belongs to the helicopter, with ids of its senders' own; snapshots become documents."""

import hashlib
import json
import uuid

import django.db.models.deletion
import django.utils.timezone
from django.db import migrations, models


def carry_over(apps, schema_editor):
    Document = apps.get_model("hangar", "Document")
    LogEntry = apps.get_model("bench", "LogEntry")
    Snapshot = apps.get_model("bench", "Snapshot")
    documents = {}
    for snapshot in Snapshot.objects.select_related("bench"):
        text = json.dumps(snapshot.document, sort_keys=True, separators=(",", ":"))
        kept, _ = Document.objects.get_or_create(
            helicopter_id=snapshot.bench.helicopter_id,
            digest=hashlib.sha256(text.encode()).hexdigest(),
            defaults={"text": text},
        )
        documents[snapshot.pk] = kept
    for entry in LogEntry.objects.select_related("bench"):
        entry.helicopter_id = entry.bench.helicopter_id
        entry.document = documents[entry.snapshot_id]
        entry.saw = entry.document.digest
        entry.sent_id = uuid.uuid4()
        entry.sent_at = entry.at
        entry.save()


class Migration(migrations.Migration):
    dependencies = [
        ("bench", "0001_bench_run"),
        ("hangar", "0004_documents_by_digest"),
    ]

    operations = [
        migrations.RenameField("bench", "moment", "sequence"),
        migrations.AddField("bench", "standing", models.JSONField(null=True)),
        migrations.AddField("bench", "standing_of", models.CharField(default="", max_length=200)),
        migrations.RemoveConstraint("logentry", "one_entry_a_moment"),
        migrations.RenameField("logentry", "moment", "sequence"),
        migrations.AlterModelOptions("logentry", {"ordering": ["sequence"]}),
        migrations.AddField(
            "logentry",
            "helicopter",
            models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="log",
                to="hangar.helicopter",
            ),
        ),
        migrations.AddField(
            "logentry",
            "document",
            models.ForeignKey(
                null=True,
                on_delete=django.db.models.deletion.RESTRICT,
                related_name="+",
                to="hangar.document",
            ),
        ),
        migrations.AddField("logentry", "sent_id", models.UUIDField(null=True)),
        migrations.AddField(
            "logentry", "sent_at", models.DateTimeField(default=django.utils.timezone.now)
        ),
        migrations.AddField(
            "logentry",
            "place",
            models.CharField(
                choices=[("bench", "Bench"), ("field", "Field"), ("phone", "Phone")],
                default="bench",
                max_length=8,
            ),
        ),
        migrations.AddField(
            "logentry", "saw", models.CharField(blank=True, max_length=64, default="")
        ),
        migrations.AddField("logentry", "joins", models.BooleanField(default=False)),
        migrations.AlterField("logentry", "key", models.CharField(blank=True, max_length=200)),
        migrations.AlterField(
            "logentry",
            "kind",
            models.CharField(
                choices=[
                    ("reading", "Reading"),
                    ("act", "Act"),
                    ("touched", "Touched"),
                    ("power", "Power"),
                    ("start", "Start"),
                    ("pause", "Pause"),
                    ("resume", "Resume"),
                    ("fresh", "Fresh"),
                    ("holds", "Holds"),
                ],
                max_length=8,
            ),
        ),
        migrations.RunPython(carry_over, migrations.RunPython.noop),
        migrations.RemoveField("logentry", "snapshot"),
        migrations.RemoveField("logentry", "bench"),
        migrations.DeleteModel("Snapshot"),
        migrations.AlterField(
            "logentry",
            "helicopter",
            models.ForeignKey(
                on_delete=django.db.models.deletion.CASCADE,
                related_name="log",
                to="hangar.helicopter",
            ),
        ),
        migrations.AlterField(
            "logentry",
            "document",
            models.ForeignKey(
                on_delete=django.db.models.deletion.RESTRICT,
                related_name="+",
                to="hangar.document",
            ),
        ),
        migrations.AlterField("logentry", "sent_id", models.UUIDField(default=uuid.uuid4)),
        migrations.AlterField("logentry", "saw", models.CharField(blank=True, max_length=64)),
        migrations.AddConstraint(
            "logentry",
            models.UniqueConstraint(
                fields=["helicopter", "sequence"], name="one_entry_a_place_in_the_order"
            ),
        ),
        migrations.AddConstraint(
            "logentry",
            models.UniqueConstraint(fields=["helicopter", "sent_id"], name="one_entry_an_id"),
        ),
    ]
