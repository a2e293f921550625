# Finds a Python of 3.11 or newer in $python; on a Debian machine without one, installs it.
python=$(command -v python3 || true)
if [ -z "$python" ]; then
  sudo=""; [ "$(id -u)" = 0 ] || sudo="sudo -n"
  if ! { $sudo apt-get update -qq && $sudo apt-get install -y -qq --no-install-recommends python3 python3-venv; } >/dev/null 2>&1; then
    echo "Could not go on: there is no python3 here." >&2
    echo "To mend it: install Python 3.11 or newer; on Debian, as root: apt-get install python3 python3-venv" >&2
    exit 1
  fi
  python=$(command -v python3)
fi
if ! "$python" -c 'import sys; sys.exit(sys.version_info < (3, 11))'; then
  echo "Could not go on: $("$python" --version) is too old." >&2
  echo "To mend it: install Python 3.11 or newer and put it first in PATH" >&2
  exit 1
fi
