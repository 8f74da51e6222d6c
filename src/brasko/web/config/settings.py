"""Settings. Everything a deployment changes is read from the environment, with defaults that suit a demo."""

import os
import secrets
from pathlib import Path

from django.core.exceptions import ImproperlyConfigured

ROOT = Path(__file__).resolve().parents[4]
BUILT = Path(__file__).resolve().parents[1] / "built"
"""The built interface, where Brasko is installed from a wheel; in a checkout it stands beside its sources."""
HOME = (
    Path(os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share") / "brasko"
    if BUILT.is_dir()
    else ROOT / "var"
)
VAR = Path(os.environ.get("BRASKO_VAR") or HOME)
os.umask(0o077)
"""What this process makes is its owner's alone: files 600, folders 700."""
VAR.mkdir(parents=True, exist_ok=True)


def flag(name: str, default: bool = False) -> bool:
    return os.environ.get(name, "1" if default else "0").lower() in {"1", "true", "yes", "on"}


DEBUG = flag("BRASKO_DEBUG")
DEMO = flag("BRASKO_DEMO")
LOCAL = flag("BRASKO_LOCAL", default=DEMO)
"""Served over plain HTTP on this machine: cookies cannot be marked secure there."""


def secret_key() -> str:
    """The key from the environment, or one made at first start and kept beside the database."""
    if given := os.environ.get("BRASKO_SECRET_KEY"):
        return given
    kept = VAR / "secret-key"
    if not kept.exists():
        kept.write_text(secrets.token_urlsafe(48))
        kept.chmod(0o600)
    return kept.read_text()


LAN = tuple(int(port) for port in os.environ.get("BRASKO_LAN", "").split(",") if port)
"""Ports on which the yard's Wi-Fi is served, plainly and securely; none where it is not."""
SECRET_KEY = secret_key()
ALLOWED_HOSTS = os.environ.get("BRASKO_HOSTS", "localhost,127.0.0.1,[::1]").split(",")
CSRF_TRUSTED_ORIGINS = [o for o in os.environ.get("BRASKO_ORIGINS", "").split(",") if o]

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "ninja",
    "brasko.web.accounts",
    "brasko.web.yard",
    "brasko.web.plans",
    "brasko.web.tables",
    "brasko.web.cooks",
    "brasko.web.lab",
    "brasko.web.practice",
    "brasko.web.devices",
    "brasko.web.moving",
    "brasko.web.demo",
    "brasko.web.machine",
]

MIDDLEWARE = [
    "brasko.web.common.assets.Assets",
    "brasko.web.common.policy.safe_headers",
    "brasko.web.common.compressed.compressed",
    "brasko.web.common.swift.Sessions",
    "brasko.web.common.swift.Csrf",
    "brasko.web.common.swift.SignedInUser",
]

ROOT_URLCONF = "brasko.web.config.urls"
ASGI_APPLICATION = "brasko.web.config.asgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.sqlite3",
        "NAME": os.environ.get("BRASKO_DB", VAR / "brasko.sqlite3"),
        # a file, so that threads of a test meet as requests do
        "TEST": {"NAME": VAR / "test.sqlite3"},
        "OPTIONS": {
            "transaction_mode": "IMMEDIATE",
            "timeout": 20,
            # FULL: a reading that was acknowledged must survive a power cut, not only a killed process
            "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON; "
            "PRAGMA cache_size=-20000; PRAGMA temp_store=MEMORY;",
        },
    }
}
DATABASE_ROUTERS = ["brasko.web.moving.trial.Router"]
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "django.contrib.auth.password_validation.MinimumLengthValidator", "OPTIONS": {"min_length": 12}},
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
]

LANGUAGE_CODE = "en"
TIME_ZONE = "UTC"
USE_TZ = True

STATIC_URL = "/static/"
STATIC_ROOT = VAR / "static"
STATIC_ROOT.mkdir(parents=True, exist_ok=True)
FRONTEND = BUILT if BUILT.is_dir() else ROOT / "frontend" / "dist"
WHITENOISE_ROOT = FRONTEND
WHITENOISE_USE_FINDERS = True
WHITENOISE_AUTOREFRESH = DEBUG

SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
CSRF_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = not (DEBUG or LOCAL)
if SESSION_COOKIE_SECURE:
    # a browser takes such a cookie from this very host over TLS alone
    SESSION_COOKIE_NAME, CSRF_COOKIE_NAME = "__Host-sessionid", "__Host-csrftoken"
SECURE_HSTS_SECONDS = 0 if DEBUG or LOCAL else 31_536_000

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"format": "%(asctime)s %(message)s"}},
    "filters": {"hidden": {"()": "brasko.web.common.hidden.HideTokens"}},
    "handlers": {
        "console": {"class": "logging.StreamHandler", "filters": ["hidden"]},
        "security": {
            "class": "logging.handlers.RotatingFileHandler",
            "filename": VAR / "security.log",
            "maxBytes": 2_000_000,
            "backupCount": 5,
            "delay": True,
            "formatter": "line",
        },
    },
    "loggers": {"brasko.security": {"handlers": ["security"], "level": "INFO", "propagate": False}},
    "root": {"handlers": ["console"], "level": os.environ.get("BRASKO_LOG", "WARNING")},
}

SIGN_UP = os.environ.get("BRASKO_SIGN_UP", "")
"""Who may make a new household: "open", "invited" or "closed"; what `brasko sign-up` says comes first."""
FORECASTS = "by worker"
"""Kitchens of a forecast are simulated "by worker"; for tests "at once", within the request, or "never"."""
STORE_THREADS = True
"""What devices post is kept by threads of their own; in tests by the test's, which has not committed what it made."""
COMPUTE_APART = True
"""Plans and fires are computed by processes of their own; in tests within the request."""
COMPUTE_NICE = int(os.environ.get("BRASKO_COMPUTE_NICE", "12"))
"""How far computing gives way to answers; 0 where browsers run on the same machine and would starve it."""
CLUSTER = os.environ.get("BRASKO_CLUSTER", "")
"""Where a Dask scheduler listens that experiments are to be computed by; nowhere where there is none."""
FORECAST_MEMBERS = int(os.environ.get("BRASKO_FORECAST_MEMBERS", "0")) or None
"""So many kitchens are simulated for a forecast; None: as many as its length asks for."""
if FORECAST_MEMBERS is not None and FORECAST_MEMBERS < 40:
    raise ImproperlyConfigured("BRASKO_FORECAST_MEMBERS must be 40 or more, or 0 for as many as a forecast asks for.")
BUDGET_S = float(os.environ.get("BRASKO_BUDGET_S", "240"))
"""CPU seconds of computing that a household has in four minutes: one core, all the time."""
