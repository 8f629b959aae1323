"""A revision may say itself when it was saved: at the field, before there was a network.

In the database nothing changes. To build its table anew would cost it the trigger that keeps a
revision as it is.
"""

import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("hangar", "0005_versions")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.AlterField(
                    model_name="revision",
                    name="saved_at",
                    field=models.DateTimeField(default=django.utils.timezone.now),
                )
            ]
        )
    ]
