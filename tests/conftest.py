"""Settings every test process needs before Django reads them."""

import os
import tempfile

os.environ.setdefault("MINT_LEVER_PLAIN_HTTP", "1")
# Tests never touch the database or the key of the application that may be running beside them.
os.environ["MINT_LEVER_VAR"] = tempfile.mkdtemp(prefix="mint-lever-test-")
# Playwright's own event loop runs in the test process; Django's calls there are still ordinary.
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "1")
