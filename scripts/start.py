"""./start: set up what is missing and serve the application with its demo garden. ./start --stop ends it."""

from __future__ import annotations

import sys

from scripts import broker, database, front_end, python_env, server, system_packages
from scripts.console import Problem, report
from scripts.paths import PROJECT
from scripts.secrets_kept import password_in_words


def main(arguments: list[str]) -> int:
    if arguments not in ([], ["--stop"]):
        print("usage: ./start [--stop]", file=sys.stderr)
        return 2
    try:
        return stop() if arguments else start()
    except Problem as problem:
        return report(problem)
    except KeyboardInterrupt:
        return 130


def start() -> int:
    print("Isleshower")
    system_packages.ensure(system_packages.FOR_SERVING)
    python_env.ensure("run")
    front_end.ensure()
    db_port = database.ensure()
    provider_port = server.ensure_provider()
    broker_port = broker.ensure()
    env = {**server.environment(db_port, provider_port), **broker.environment(broker_port)}
    server.prepare(env)
    broker.ensure_listener(env)
    broker.ensure_devices(broker_port)
    port = server.ensure_web(env)
    password = password_in_words(server.DEMO_PASSWORD)
    print(f"\n  Open {server.address(port)} and sign in as ostrander, password {password}")
    print("  ./start --stop ends what was started.")
    return 0


def stop() -> int:
    for service in (server.WEB, broker.DEVICES, broker.LISTENER, broker.SERVICE, server.PROVIDER, database.SERVICE):
        print(f"  {service.name:<34}{'ended' if service.stop() else 'was not running'}")
    return 0


if __name__ == "__main__":
    sys.path.insert(0, str(PROJECT))
    sys.exit(main(sys.argv[1:]))
