# Builds the product when its sources changed. Sourced by ./start and ./test; needs $root.

state=$root/.ymnos

# Slides are painted in pieces of some megabytes: freed, they go back to the system, not into a pool for each thread.
frugal=(env MALLOC_ARENA_MAX=1 MALLOC_MMAP_THRESHOLD_=262144 MALLOC_TRIM_THRESHOLD_=262144)

changed_since() { # stamp path ...
  local stamp=$1
  shift
  [ ! -e "$stamp" ] || [ -n "$(find "$@" \( -name bin -o -name obj -o -name built \) -prune -o -type f -newer "$stamp" -print -quit)" ]
}

# One build at a time in a checkout.
build_alone() {
  mkdir -p "$state"
  exec 8>"$state/build.lock"
  flock -n 8 || { say "Another build is under way in this checkout; waiting for it."; flock 8; }
  "$@"
  exec 8>&-
}

build_assets() {
  cd "$root"
  if changed_since "$state/packages.stamp" package-lock.json || [ ! -d node_modules ]; then
    say "Fetching packages for styles, scripts and fonts"
    # Not "npm ci": it refuses a lock file that leaves out other platforms' optional packages.
    npm install --no-save --ignore-scripts --no-audit --no-fund --loglevel=error || fail "npm could not fetch the packages."
    touch "$state/packages.stamp"
  fi
  if changed_since "$state/assets.stamp" package-lock.json src/Ymnos.Web/assets src/Ymnos.Web/Pages || [ ! -d src/Ymnos.Web/wwwroot/built ]; then
    say "Building styles and scripts"
    touch "$state/assets.stamp.new"
    node src/Ymnos.Web/assets/build.mjs 2>"$state/assets.log" || { cat "$state/assets.log" >&2; fail "Styles and scripts did not build."; }
    mv "$state/assets.stamp.new" "$state/assets.stamp"
  fi
}

# The application as it is served, in a folder of its own: a running one is never written over.
build_application() {
  build_assets
  if changed_since "$state/app.stamp" Directory.Build.props Directory.Packages.props global.json src || [ ! -e "$state/app/Ymnos.Web.dll" ]; then
    say "Building the application"
    touch "$state/app.stamp.new"
    local folder
    folder=$state/app-$(date +%s)-$$
    dotnet publish src/Ymnos.Web -c Release -o "$folder" --nologo -v quiet -clp:ErrorsOnly || fail "The application did not build."
    dotnet publish src/Ymnos.StandIns -c Release -o "$folder/outside" --nologo -v quiet -clp:ErrorsOnly || fail "The stand-ins for the outside did not build."
    ln -sfn "$folder" "$state/app"
    mv "$state/app.stamp.new" "$state/app.stamp"
    # The one before may still be running.
    find "$state" -maxdepth 1 -name 'app-*' -type d | sort | head -n -2 | xargs -r rm -rf
  fi
}
