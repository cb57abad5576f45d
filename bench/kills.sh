#!/usr/bin/env bash
# Kills the start command and everything under it at random moments: TIMES while it makes its database, TIMES while it runs. Each start
# afterwards must work by itself. It works in a copy of the project, so that no bench of yours is touched.
# usage: bench/kills.sh [TIMES] [SEED]
set -euo pipefail
times=${1:-20}
RANDOM=${2:-7}
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd)
work=$(mktemp -d)
trap 'strike; rm -rf "$work"' EXIT
cp -r "$root/." "$work/project"
cd "$work/project"
rm -rf .data
port=4790

begin() { setsid ./hexaprep start --port "$port" > "$work/out" 2>&1 < /dev/null & group=$!; }
strike() { [ -z "${group:-}" ] || kill -9 -- "-$group" 2>/dev/null || true; pkill -9 -f "$work/project" 2>/dev/null || true; }
answers() { curl -sf -o /dev/null "http://127.0.0.1:$port/api/bench"; }
wait_for() { # until it answers, half a minute at most
  for _ in $(seq 150); do answers && return 0; sleep 0.2; done
  cat "$work/out" >&2
  return 1
}
data() { if [ -d /var/lib/hexaprep ] && [ "$(id -u)" = 0 ]; then printf '/var/lib/hexaprep/%s' "$(printf %s "$work/project" | cksum | cut -d' ' -f1)"; fi; }

echo "making it, killed $times times"
for i in $(seq "$times"); do
  rm -rf .data "$(data)"
  begin
  sleep "$(printf '%d.%03d' $((RANDOM % 4)) $((RANDOM % 1000)))"
  strike
  begin
  wait_for || { echo "kill $i while it was made: it does not start any more" >&2; exit 1; }
  strike
done
echo "running, killed $times times"
for i in $(seq "$times"); do
  begin
  wait_for || { echo "kill $i while it ran: it does not start any more" >&2; exit 1; }
  sleep "0.$((RANDOM % 900))"
  strike
done
begin
wait_for
echo "$((times * 2)) kills, every start afterwards worked by itself"
