# What ./start and ./test share: the front end, the server and the command, built from a fresh clone.
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1

need() {
  command -v "$1" > /dev/null || { echo "$1 is missing: $2" >&2; exit 1; }
}

# Whether anything is newer than what was made of it last: "changed STAMP FOLDER-OR-FILE…". A folder is newer where a file came or went.
changed() {
  [ ! -e "$1" ] || [ -n "$(find "${@:2}" -newer "$1" -print -quit 2> /dev/null)" ]
}

# Makes something: "made STAMP COMMAND". What changes meanwhile is made the next time, and so is what could not be made.
made() {
  mkdir -p "$(dirname "$1")"
  touch "$1.begun"
  "${@:2}" || return 1
  mv "$1.begun" "$1"
}

stamps=artifacts/stamps
front_end_sources="docs/guide web/guide-pages.ts web/src web/public web/index.html web/package.json web/package-lock.json web/vite.config.ts web/tsconfig.json"
dotnet_sources="Directory.Build.props Directory.Packages.props .editorconfig"
server_sources="src/OneWhole.Core src/OneWhole.Engines src/OneWhole.Formats src/OneWhole.Store src/OneWhole.App src/OneWhole.Web $dotnet_sources"
command_sources="src/OneWhole.Core src/OneWhole.Engines src/OneWhole.Formats src/OneWhole.Cli $dotnet_sources"

# What the front end is built and tested with; another list of packages is fetched anew.
front_end_packages() {
  need npm "install Node.js 20 or newer."
  (cd web && { [ -d node_modules ] && [ node_modules/.package-lock.json -nt package-lock.json ] || npm ci --no-audit --no-fund --loglevel=error; })
}

build_front_end() {
  front_end_packages || return 1
  (cd web && npm run --silent build)
}

publish_server() {
  dotnet publish src/OneWhole.Web -c Release -o artifacts/publish/web --nologo -v quiet
}

# The command becomes one folder; at the root stands a link to it, which costs nothing when it is followed.
publish_command() {
  dotnet publish src/OneWhole.Cli -c Release -o artifacts/publish/cli --nologo -v quiet || return 1
  ln -sfn artifacts/publish/cli/onewhole onewhole
}

# Labels are compared in Unicode NFC, which the framework takes from ICU.
need_icu() {
  # Not by a pipe into "grep -q": it ends at the first match, and under pipefail the writer's broken pipe is a failure.
  local libraries
  libraries=$(/sbin/ldconfig -p)
  [[ $libraries == *libicuuc* ]] && return
  (apt-get update -qq && apt-get install -y -qq libicu-dev) > /dev/null 2>&1 || { echo "ICU is missing: install Debian's libicu." >&2; exit 1; }
}

# Builds what changed since it was built last; all of it in a fresh clone. Each step says itself whether it could be made: in a
# list of alternatives the shell does not end at the first failure.
build_all() {
  need_icu
  need dotnet "install the .NET SDK 10."
  if changed $stamps/front-end $front_end_sources || [ ! -e src/OneWhole.Web/wwwroot/index.html ]; then
    made $stamps/front-end build_front_end || return 1
  fi
  if changed $stamps/server $server_sources || [ ! -e artifacts/publish/web/OneWhole.Web.dll ]; then
    made $stamps/server publish_server || return 1
  fi
  if changed $stamps/command $command_sources || [ ! -x onewhole ] || [ ! -e artifacts/publish/cli/onewhole ]; then
    made $stamps/command publish_command || return 1
  fi
}
