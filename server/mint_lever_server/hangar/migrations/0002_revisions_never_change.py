"""The database itself refuses to change a revision."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("hangar", "0001_initial")]

    operations = [
        migrations.RunSQL(
            """
            CREATE TRIGGER hangar_revision_never_changes
            BEFORE UPDATE ON hangar_revision
            BEGIN
                SELECT RAISE(ABORT, 'a revision never changes');
            END;
            """,
            "DROP TRIGGER hangar_revision_never_changes;",
        )
    ]
