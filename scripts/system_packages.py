"""Debian packages that must be there: MariaDB's programs, Chromium for the tests, what Python needs to build."""

from __future__ import annotations

import os
import shutil
from pathlib import Path

from scripts.console import Problem, run, step
from scripts.paths import SETUP_LOG

# package -> a file or program that shows it is there
FOR_SERVING = {
    "mariadb-server-core": "/usr/sbin/mariadbd",
    "mariadb-client": "mariadb",
    "libmariadb-dev": "mariadb_config",
    "pkg-config": "pkg-config",
    "gcc": "gcc",
    "python3-dev": "",
    "python3-venv": "",
    "mosquitto": "/usr/sbin/mosquitto",
    "nginx-light": "/usr/sbin/nginx",
    "gpg": "gpg",
    "gpg-agent": "gpg-agent",
    "tzdata": "/usr/share/zoneinfo/UTC",
}
FOR_THE_QUEUE = {"redis-server": "/usr/bin/redis-server"}
# Servers come with units of their own that would start at once, on ports of the whole machine: not here.
INSTALL = """\
policy=/usr/sbin/policy-rc.d; own=
if [ ! -e $policy ]; then printf '#!/bin/sh\\nexit 101\\n' > $policy; chmod 755 $policy; own=1; fi
apt-get install -y --no-install-recommends "$@"; code=$?
[ -z "$own" ] || rm -f $policy
exit $code"""
FOR_TESTS = {"chromium": "chromium", **FOR_THE_QUEUE}


def missing(packages: dict[str, str]) -> list[str]:
    """The packages of which the sign is not found."""
    return [name for name, sign in packages.items() if not _there(name, sign)]


def _there(name: str, sign: str) -> bool:
    if not sign:
        return (
            Path(f"/var/lib/dpkg/info/{name}.list").exists() or Path(f"/var/lib/dpkg/info/{name}:amd64.list").exists()
        )
    return Path(sign).exists() if sign.startswith("/") else shutil.which(sign) is not None


def ensure(packages: dict[str, str]) -> None:
    """Install what is missing, as root or through sudo."""
    with step("system packages") as note:
        wanted = missing(packages)
        if not wanted:
            note.text = "up"
            return
        by_hand = f"apt-get install --no-install-recommends {' '.join(wanted)}"
        if shutil.which("apt-get") is None:
            raise Problem(f"these packages are missing: {' '.join(wanted)}", "install them; on Debian: " + by_hand)
        sudo = [] if os.geteuid() == 0 else ["sudo", "-n"]
        if sudo and shutil.which("sudo") is None:
            raise Problem(f"these packages are missing: {' '.join(wanted)}", f"as root: {by_hand}")
        env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
        run(
            [*sudo, "apt-get", "update"],
            "the list of packages could not be read",
            f"as root: {by_hand}",
            SETUP_LOG,
            env,
        )
        run(
            [*sudo, "sh", "-c", INSTALL, "sh", *wanted],
            f"could not install {' '.join(wanted)}",
            f"as root: {by_hand}",
            SETUP_LOG,
            env,
        )
        still = missing(packages)
        if still:
            raise Problem(f"installed, but not found: {' '.join(still)}", f"as root: {by_hand}")
        note.text = f"installed {len(wanted)}"
