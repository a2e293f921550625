"""The weather stand-in, the migrations, the demo and the web server."""

from __future__ import annotations

import hashlib
import os

from scripts import database, migrations, proxy
from scripts.console import run, step
from scripts.front_end import sources_digest
from scripts.paths import PROJECT, PYTHON, RUN, SETUP_LOG
from scripts.processes import Service, answers, free_port
from scripts.secrets_kept import password_in_words, secret

WEB_PORT = int(os.environ.get("ISLESHOWER_WORKERS_PORT", "33121"))  # behind the door; nobody else comes here
PROVIDER_PORT = int(os.environ.get("ISLESHOWER_PROVIDER_PORT", "33118"))
WEB = Service("web", "config.wsgi", PROJECT)
PROVIDER = Service("weather-stand-in", "standins.weather", PROJECT)
DEMO_PASSWORD = "demo_password"  # noqa: S105 - the name of its file


def environment(db_port: int, provider_port: int) -> dict[str, str]:
    """What the application is told.

    On loopback it speaks plain http (config/settings/production.py); with a certificate, behind another proxy
    (ISLESHOWER_BEHIND_PROXY) or where ISLESHOWER_HTTP says otherwise, https is taken for granted.
    """
    secret("secret_key", 48)
    http = {} if behind_proxy() or proxy.certificate() else {"ISLESHOWER_HTTP": "loopback"}
    return {
        **http,
        **os.environ,
        "DJANGO_SETTINGS_MODULE": "config.settings.production",
        "PYTHONPATH": str(PROJECT),
        "ISLESHOWER_RUN_DIR": str(RUN),
        "ISLESHOWER_DB_PORT": str(db_port),
        "ISLESHOWER_DB_USER": database.NAME,
        "ISLESHOWER_DB_PASSWORD": secret("db_password"),
        "ISLESHOWER_PROVIDER_URL": f"http://127.0.0.1:{provider_port}",
    }


def behind_proxy() -> bool:
    return bool(os.environ.get("ISLESHOWER_BEHIND_PROXY"))


def address(port: int) -> str:
    """Where a person opens the application."""
    hosts = [h for h in os.environ.get("ISLESHOWER_HOSTS", "").split(",") if h]
    if behind_proxy() and hosts:
        return f"https://{hosts[0]}/"
    return (
        f"https://{hosts[0] if hosts else '127.0.0.1'}:{port}/" if proxy.certificate() else f"http://127.0.0.1:{port}/"
    )


def ensure_provider() -> int:
    with step("weather stand-in") as note:
        now = PROVIDER.running()
        if now is not None:
            note.text = f"up on {now['port']}"
            return now["port"]
        port = free_port(PROVIDER_PORT)
        PROVIDER.start(
            [PYTHON, "-m", "standins.weather", "--port", str(port)],
            port,
            lambda p: answers(f"http://127.0.0.1:{p}/health"),
            {**os.environ, "PYTHONPATH": str(PROJECT)},
        )
        note.text = f"started on {port}"
        return port


def manage(env: dict[str, str], *arguments: str) -> str:
    mend = f"read {SETUP_LOG}, then run the command again"
    return run([PYTHON, PROJECT / "manage.py", *arguments], f"manage.py {arguments[0]} failed", mend, SETUP_LOG, env)


def prepare(env: dict[str, str]) -> None:
    """Migrate, collect static files, and load the demo when the database is empty; nothing where the same code has."""
    if is_prepared(env):
        return
    with step("migrations") as note:
        note.text = migrations.apply(lambda *arguments: manage({**env, **database.keepers()}, *arguments), WEB)
    with step("static files"):
        manage(env, "collectstatic", "--noinput")
    with step("demo garden") as note:
        password_in_words(DEMO_PASSWORD)
        text = manage(env, "load_demo", "--password-file", str(RUN / DEMO_PASSWORD))
        note.text = "up" if "kept" in text else "loaded"
    database.PREPARED.write_text(env["ISLESHOWER_CODE"])


def is_prepared(env: dict[str, str]) -> bool:
    """Whether the very code of this environment has prepared this database before, and all of it is there yet."""
    done = database.PREPARED
    whole = (RUN / "static").is_dir() and not migrations.UNDER_WAY.exists()
    return whole and done.exists() and done.read_text() == env["ISLESHOWER_CODE"]


def code_digest(env: dict[str, str]) -> str:
    """A hash over the code that the web server runs, where it lies, what it is told and the front end it serves."""
    told = sorted((name, value) for name, value in env.items() if name.startswith("ISLESHOWER_"))
    digest = hashlib.sha256(repr((sources_digest(), str(PROJECT), told)).encode())
    for folder in ("agronomy", "apps", "api", "config", "standins"):
        for file in sorted((PROJECT / folder).rglob("*.py")):
            digest.update(file.read_bytes())
    return digest.hexdigest()


def with_code(env: dict[str, str]) -> dict[str, str]:
    """The same, and a hash over the code that runs under it: what is kept of other code's answers is not read."""
    return {**env, "ISLESHOWER_CODE": code_digest(env)}


def ensure_web(env: dict[str, str]) -> int:
    """Under an environment with its code; one that was told otherwise or runs older code is begun anew."""
    with step("web server") as note:
        now, served, code = WEB.running(), RUN / "served", env["ISLESHOWER_CODE"]
        if now is not None and served.exists() and served.read_text() == code:
            note.text = f"up on {now['port']}"
            return now["port"]
        WEB.stop()  # what it serves is older than the code
        run(
            [PYTHON, "-c", "from agronomy.balance.kernel import warm; warm()"],
            "the core could not be compiled",
            f"read {SETUP_LOG}",
            SETUP_LOG,
            env,
        )  # once, before the workers: each would do it for itself
        port = free_port(WEB_PORT)
        WEB.start(
            [
                PYTHON,
                "-m",
                "gunicorn",
                "config.wsgi",
                "--config",
                PROJECT / "config" / "gunicorn_conf.py",
                "--bind",
                f"127.0.0.1:{port}",
            ],
            port,
            lambda p: answers(f"http://127.0.0.1:{p}/health"),
            env,
        )
        served.write_text(code)
        note.text = f"started on {port}"
        return port
