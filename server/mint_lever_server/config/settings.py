"""Settings. Safe by default; what a machine may change comes from MINT_LEVER_* variables."""

import os
from pathlib import Path

from csp.constants import NONCE, NONE, SELF

from mint_lever_server.config.data_folder import folder, secret_key

ROOT = Path(__file__).resolve().parents[3]
VAR = folder(Path(os.environ.get("MINT_LEVER_VAR", ROOT / "var")))
WEB = Path(os.environ.get("MINT_LEVER_WEB", ROOT / "web" / "dist"))

# Plain http is for a server bound to this machine's own loopback address (make demo).
PLAIN_HTTP = os.environ.get("MINT_LEVER_PLAIN_HTTP") == "1"

DEBUG = False
SECRET_KEY = secret_key(VAR / "secret-key")
ALLOWED_HOSTS = ["127.0.0.1", "localhost", *os.environ.get("MINT_LEVER_HOSTS", "").split()]
# Whoever stands in front of a server that does not speak plain http stands on this machine, unless
# it is said where.
TRUSTED_PROXIES = os.environ.get(
    "MINT_LEVER_PROXIES", "" if PLAIN_HTTP else "127.0.0.1 ::1"
).split()
CSRF_TRUSTED_ORIGINS = os.environ.get("MINT_LEVER_ORIGINS", "").split()

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "ninja",
    "csp",
    "mint_lever_server.backup",
    "mint_lever_server.accounts",
    "mint_lever_server.hangar",
    "mint_lever_server.levers",
    "mint_lever_server.modes",
    "mint_lever_server.head_speed",
    "mint_lever_server.flight_logs",
    "mint_lever_server.devices",
    "mint_lever_server.bench",
    "mint_lever_server.transfer",
    "mint_lever_server.field",
    "mint_lever_server.records",
    "mint_lever_server.demo",
]

MIDDLEWARE = [
    "mint_lever_server.config.client_address.ClientAddressMiddleware",
    "mint_lever_server.config.api_answers.ApiAnswersMiddleware",
    "django.middleware.security.SecurityMiddleware",
    "mint_lever_server.config.body_limit.BodyLimitMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "mint_lever_server.demo.presence.DemoPresenceMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]

ROOT_URLCONF = "mint_lever_server.config.urls"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "DIRS": [WEB]}]

DATABASE = VAR / "mint-lever.sqlite3"
DATABASES = {
    "default": {
        "ENGINE": "mint_lever_server.config.sqlite",
        "NAME": DATABASE,
        "CONN_MAX_AGE": None,
        "OPTIONS": {
            "timeout": 10,
            "transaction_mode": "IMMEDIATE",
            # FULL, not NORMAL: in WAL mode NORMAL may lose several finished saves to a power cut.
            "init_command": (
                "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;"
            ),
        },
        "TEST": {"NAME": str(VAR / "test.sqlite3")},
    }
}
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

PASSWORD_HASHERS = [
    "mint_lever_server.accounts.password_hashing.PilotHasher",
    # Older accounts; hashed anew when their pilot signs in.
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": f"django.contrib.auth.password_validation.{name}"}
    for name in (
        "UserAttributeSimilarityValidator",
        "MinimumLengthValidator",
        "CommonPasswordValidator",
        "NumericPasswordValidator",
    )
]
# What one line may make: so many in a minute (m), an hour (h) or a day (d).
SIGN_UP_RATE = os.environ.get("MINT_LEVER_SIGN_UP_RATE", "20/h")
DEMO_RATE = os.environ.get("MINT_LEVER_DEMO_RATE", "60/h")

# In the database alone: a session that one process ends has ended for every other one.
SESSION_ENGINE = "mint_lever_server.accounts.sessions"
AUTHENTICATION_BACKENDS = ["mint_lever_server.accounts.sessions.PilotBackend"]
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = not PLAIN_HTTP
CSRF_COOKIE_SECURE = not PLAIN_HTTP
CSRF_FAILURE_VIEW = "mint_lever_server.config.failures.forgery"
CSRF_COOKIE_SAMESITE = "Lax"
SECURE_SSL_REDIRECT = not PLAIN_HTTP
SECURE_HSTS_SECONDS = 0 if PLAIN_HTTP else 31_536_000
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if not PLAIN_HTTP else None
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
SECURE_CROSS_ORIGIN_OPENER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "style-src": [SELF, NONCE],
        "img-src": [SELF, "data:", "blob:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "manifest-src": [SELF],
        "form-action": [SELF],
        "frame-ancestors": [NONE],
        "base-uri": [NONE],
        "object-src": [NONE],
    }
}

# Every simulated model is another one, unless somebody wants to meet the same one again.
SIMULATION_SEED = (
    int(os.environ["MINT_LEVER_SIMULATION_SEED"])
    if "MINT_LEVER_SIMULATION_SEED" in os.environ
    else None
)

# A setup file is a few kilobytes; the core refuses more than a megabyte (MAX_BYTES).
# A photo from a phone, scaled down by the browser, is the largest thing that comes in.
BODY_LIMIT = 1_100_000
# A flight log is read as it comes, never held as one body.
LOG_LIMIT = 42_000_000
# A helicopter with its photos and flight logs, as one file.
WHOLE_LIMIT = 60 * 1024 * 1024
DATA_UPLOAD_MAX_MEMORY_SIZE = BODY_LIMIT

STATIC_URL = "/assets/"
WHITENOISE_ROOT = WEB if WEB.is_dir() else None
WHITENOISE_MAX_AGE = 0


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:  # noqa: N802 (Django's name)
    """Vite puts a hash of the content into every name under /assets/."""
    return url.startswith("/assets/")


USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en"
LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
