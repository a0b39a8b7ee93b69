# What ./start and ./test share: the front end, the server and the command, built from a fresh clone.
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1

need() {
  command -v "$1" > /dev/null || { echo "$1 is missing: $2" >&2; exit 1; }
}

build_front_end() {
  need npm "install Node.js 20 or newer."
  (cd web && { [ -d node_modules ] && [ node_modules/.package-lock.json -nt package-lock.json ] || npm ci --no-audit --no-fund --loglevel=error; })
  (cd web && npm run --silent build)
}

# The command becomes one folder with a small launcher at the root.
publish_command() {
  dotnet publish src/OneWhole.Cli -c Release -o artifacts/publish/cli --nologo -v quiet
  printf '#!/usr/bin/env bash\nexec "$(dirname "$(readlink -f "$0")")/artifacts/publish/cli/onewhole" "$@"\n' > onewhole
  chmod +x onewhole
}

# Labels are compared in Unicode NFC, which the framework takes from ICU.
need_icu() {
  # Not by a pipe into "grep -q": it ends at the first match, and under pipefail the writer's broken pipe is a failure.
  local libraries
  libraries=$(/sbin/ldconfig -p)
  [[ $libraries == *libicuuc* ]] && return
  (apt-get update -qq && apt-get install -y -qq libicu-dev) > /dev/null 2>&1 || { echo "ICU is missing: install Debian's libicu." >&2; exit 1; }
}

build_all() {
  need_icu
  need dotnet "install the .NET SDK 10."
  build_front_end
  dotnet publish src/OneWhole.Web -c Release -o artifacts/publish/web --nologo -v quiet
  publish_command
}
