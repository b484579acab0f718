#!/usr/bin/env bash
# Sourced by the other scripts: makes sure that the program's own environment is there and up to date.
# Installs Debian packages when that is allowed (root, or sudo without a password), else prints the command.
set -euo pipefail
ROOT="$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)"
cd "$ROOT"
VENV="${WICKEL_VENV:-$ROOT/.venv}"
. scripts/packages.sh
TEST_PACKAGES="xvfb appstream desktop-file-utils shared-mime-info xdg-utils libglib2.0-bin x11-utils"

say() { printf 'wickel: %s\n' "$*" >&2; }

find_python() {
  local candidate
  for candidate in "${PYTHON:-python3}" python3.14 python3.13 python3.12 python3.11; do
    if command -v "$candidate" >/dev/null 2>&1 \
      && "$candidate" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; then
      command -v "$candidate"
      return
    fi
  done
  say "Python 3.11 or newer is needed: install it with  sudo apt-get install python3 python3-venv"
  exit 1
}

# install_packages NAME... : quietly skips what is there; never fails the set-up by itself
install_packages() {
  command -v dpkg-query >/dev/null 2>&1 || return 0
  local missing=() name
  for name in "$@"; do
    dpkg-query -W -f='${Status}' "$name" 2>/dev/null | grep -q 'ok installed' \
      || dpkg-query -W -f='${Status}' "${name}t64" 2>/dev/null | grep -q 'ok installed' \
      || missing+=("$name")
  done
  [ ${#missing[@]} -eq 0 ] && return 0
  local run=()
  if [ "$(id -u)" -eq 0 ]; then run=(env)
  elif command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null; then run=(sudo)
  else
    say "These Debian packages are missing. Install them with"
    say "  sudo apt-get install --no-install-recommends ${missing[*]}"
    return 0
  fi
  say "installing Debian packages: ${missing[*]}"
  "${run[@]}" apt-get update -qq >/dev/null 2>&1 || true
  "${run[@]}" DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null 2>&1 \
    || say "apt-get could not install all of them; try  apt-get install --no-install-recommends ${missing[*]}"
}

# setup LEVEL : run (the program) or test (also what the tests need)
setup() {
  local level="$1" stamp wanted python
  stamp="$VENV/.wickel-$level"
  wanted="$ROOT $(sha256sum pyproject.toml requirements*.lock | sha256sum)"
  if [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$wanted" ]; then return 0; fi
  local packages=($QT_PACKAGES)
  [ "$level" = test ] && packages+=($TEST_PACKAGES)
  install_packages "${packages[@]}"
  python="$(find_python)"
  if ! "$python" -c 'import ensurepip, venv' 2>/dev/null; then install_packages python3-venv; fi
  if [ ! -x "$VENV/bin/python" ]; then
    say "making an environment of our own in ${VENV#"$ROOT"/}"
    "$python" -m venv "$VENV" || { say "Python cannot make an environment: sudo apt-get install python3-venv"; exit 1; }
  fi
  say "installing what the program needs (once; a minute or two)"
  local lock=requirements.lock pip=("$VENV/bin/python" -m pip install -q --disable-pip-version-check)
  [ "$level" = test ] && lock=requirements-dev.lock
  "${pip[@]}" --require-hashes -r "$lock"
  "${pip[@]}" --no-deps --no-build-isolation -e .
  "$VENV/bin/python" -m compileall -q src >/dev/null || true
  printf '%s' "$wanted" >"$stamp"
  if [ "$level" = test ]; then printf '%s' "$wanted" >"$VENV/.wickel-run"; fi
}
