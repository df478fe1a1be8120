#!/usr/bin/env bash
# Takes the pictures of docs/screenshots from a fresh demo. OUT, WIDTH, HEIGHT, THEME and
# ONLY (names with commas) choose others.
set -euo pipefail
cd "$(dirname "$0")/../e2e"
npx playwright test -c shots.config.ts
