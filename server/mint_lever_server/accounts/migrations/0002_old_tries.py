"""Away with what an older way of counting wrong tries kept: names and addresses."""

from django.db import migrations

_TABLES = (
    "axes_accessattemptexpiration",
    "axes_accessattempt",
    "axes_accessfailurelog",
    "axes_accesslog",
)


class Migration(migrations.Migration):
    dependencies = [("accounts", "0001_door")]
    operations = [
        migrations.RunSQL(f"DROP TABLE IF EXISTS {table}", migrations.RunSQL.noop)
        for table in _TABLES
    ]
