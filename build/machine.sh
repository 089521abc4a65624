# What the machine has to have. Sourced by ./start and ./test.

say() { printf '%s\n' "$*"; }
fail() { printf '%s\n' "$*" >&2; exit 1; }

as_root() {
  if [ "$(id -u)" -eq 0 ]; then "$@"
  elif command -v sudo >/dev/null; then sudo "$@"
  else fail "This needs root: $*. Run as root, or install sudo."
  fi
}

install_packages() {
  say "Installing from Debian's packages: $*"
  as_root apt-get update -qq || say "The package lists could not be refreshed; trying with those at hand."
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends \
    -o Dpkg::Options::=--force-confold "$@" >/dev/null || fail "Could not install $*. Install it by hand and start again."
}

need_toolchains() {
  command -v dotnet >/dev/null || fail "The .NET 10 SDK is missing. Install it and start again."
  command -v node >/dev/null && command -v npm >/dev/null || fail "Node.js with npm is missing. Install it and start again."
  # .NET needs ICU for the world's scripts.
  if [[ $(PATH=$PATH:/sbin:/usr/sbin ldconfig -p) != *libicuuc* ]]; then
    as_root apt-get update -qq || true
    install_packages "$(apt-cache pkgnames libicu | grep -E '^libicu[0-9]+$' | sort -V | tail -n 1)"
  fi
  command -v flock >/dev/null || install_packages util-linux
}

postgres_folder() { find /usr/lib/postgresql -mindepth 2 -maxdepth 2 -name bin 2>/dev/null | sort -V | tail -n 1; }

need_postgres() {
  if [ ! -x "$(postgres_folder)/initdb" ]; then
    # Debian would start a cluster of its own; ours is enough.
    if [ ! -e /etc/postgresql-common/createcluster.conf ]; then
      as_root mkdir -p /etc/postgresql-common
      echo "create_main_cluster = false" | as_root tee /etc/postgresql-common/createcluster.conf >/dev/null
    fi
    install_packages postgresql
  fi
}

need_chromium() { [ -x /usr/bin/chromium ] || install_packages chromium; }

port_is_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

free_port() {
  local port
  for port in $(shuf -i "$1-$2" -n 200); do
    if port_is_free "$port"; then echo "$port"; return; fi
  done
  fail "No free port between $1 and $2."
}
