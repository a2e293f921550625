"""./start: set up what is missing and serve the application with its demo garden. ./start --stop ends it.

./start --stay does the same and stays: what dies is brought back, logs are turned over, each hour the gardens whose day
has begun are planned, and each night what has expired is cleared and the database dumped. It is what a unit of the
system runs. With --queue, jobs wait in redis for workers of their own, instead of being done one after the other.
"""

from __future__ import annotations

import functools
import sys

from scripts import broker, database, front_end, proxy, python_env, queue, room, server, stay, system_packages
from scripts.console import Problem, report
from scripts.paths import PROJECT
from scripts.secrets_kept import password_in_words

USAGE = "usage: ./start [--queue] [--stay] | --stop"
QUEUE = (queue.WORKER, queue.SERVICE)
SERVICES = (
    proxy.SERVICE, server.WEB, *QUEUE, broker.DEVICES, broker.LISTENER, broker.SERVICE, server.PROVIDER,
    database.SERVICE,
)  # fmt: skip


def main(arguments: list[str]) -> int:
    told = set(arguments)
    if told != {"--stop"} and not told <= {"--queue", "--stay"}:
        print(USAGE, file=sys.stderr)
        return 2
    try:
        if told == {"--stop"}:
            return stop()
        begin = functools.partial(start, "--queue" in told)
        code = begin()
        services = SERVICES if "--queue" in told else [x for x in SERVICES if x not in QUEUE]
        return stay.stay(begin, stop, services) if "--stay" in told else code
    except Problem as problem:
        return report(problem)
    except KeyboardInterrupt:
        return 130


def start(with_queue: bool = False) -> int:
    print("Isleshower")
    room.ensure()
    system_packages.ensure(system_packages.FOR_SERVING)
    python_env.ensure("run")
    front_end.ensure()
    db_port = database.ensure()
    provider_port = server.ensure_provider()
    broker_port = broker.ensure()
    env = {**server.environment(db_port, provider_port), **broker.environment(broker_port)}
    if with_queue:
        env |= queue.environment(queue.ensure())
    else:
        queue.stop()
    env = server.with_code(env)
    same = server.is_prepared(env)
    server.prepare(env)
    broker.ensure_listener(env, same)
    broker.ensure_devices(broker_port, same)
    if with_queue:
        queue.ensure_workers(env, same)
    port = proxy.ensure(server.ensure_web(env))
    password = password_in_words(server.DEMO_PASSWORD)
    print(f"\n  Open {server.address(port)} and sign in as ostrander, password {password}")
    print("  ./start --stop ends what was started.", flush=True)
    return 0


def stop() -> int:
    for service in SERVICES:
        print(f"  {service.name:<34}{'ended' if service.stop() else 'was not running'}")
    return 0


if __name__ == "__main__":
    sys.path.insert(0, str(PROJECT))
    sys.exit(main(sys.argv[1:]))
