from django.db import migrations

# As `createcachetable` makes it: with it, `migrate` alone is enough to sign in.
TABLE = """
CREATE TABLE IF NOT EXISTS kernel_cache (
    cache_key varchar(255) NOT NULL PRIMARY KEY,
    value text NOT NULL,
    expires timestamp with time zone NOT NULL
);
CREATE INDEX IF NOT EXISTS kernel_cache_expires ON kernel_cache (expires);
"""


class Migration(migrations.Migration):

    dependencies = [("kernel", "0003_whole_changes")]

    operations = [migrations.RunSQL(TABLE, "DROP TABLE IF EXISTS kernel_cache")]
