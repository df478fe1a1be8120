#!/usr/bin/env bash
# Takes the pictures of docs/screenshots from a fresh demo on a port of its own.
set -euo pipefail
cd "$(dirname "$0")/.."
data=$(mktemp -d)
out=$(mktemp)
./bin/scrappyrack demo --addr 127.0.0.1:0 --data "$data" >"$out" 2>/dev/null &
server=$!
trap 'kill $server 2>/dev/null; rm -rf "$data" "$out"' EXIT
until grep -q 'http://' "$out"; do
  kill -0 $server
  sleep 0.1
done
url=$(grep -o 'http://[^ ]*' "$out")
(cd e2e && SCRAPPYRACK_URL=$url node shots.mjs ../docs/screenshots "$@")
