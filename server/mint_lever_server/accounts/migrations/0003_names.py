"""What every pilot's name looks like."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models

from mint_lever_server.accounts.pilot_names import skeleton


def look(apps, editor):
    """Those who are here keep their names, also where two look alike already."""
    User = apps.get_model("auth", "User")
    PilotName = apps.get_model("accounts", "PilotName")
    PilotName.objects.bulk_create(
        PilotName(user=user, skeleton=skeleton(user.username)[:600])
        for user in User.objects.exclude(password__startswith="!").iterator()
    )


class Migration(migrations.Migration):
    dependencies = [
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
        ("accounts", "0002_old_tries"),
    ]
    operations = [
        migrations.CreateModel(
            name="PilotName",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("skeleton", models.CharField(db_index=True, max_length=600)),
                (
                    "user",
                    models.OneToOneField(
                        on_delete=django.db.models.deletion.CASCADE, to=settings.AUTH_USER_MODEL
                    ),
                ),
            ],
        ),
        migrations.RunPython(look, migrations.RunPython.noop),
    ]
