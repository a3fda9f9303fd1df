#!/usr/bin/env bash
# Builds the screens with the machine's own Node and npm; installs packages only when the lock file changed.
set -euo pipefail
cd "$(dirname "$0")"
stamp=node_modules/.pervius-lock
if ! cmp -s package-lock.json "$stamp" 2>/dev/null; then
  npm ci --no-audit --no-fund
  cp package-lock.json "$stamp"
fi
npm run build
