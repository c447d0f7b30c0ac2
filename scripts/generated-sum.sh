#!/bin/sh
# Prints checksums of what is generated from and what was generated. The file
# tools/generated.sum is written by make generate and compared by make lint.
set -eu
cd "$(dirname "$0")/.."
sha256sum api/openapi.yaml internal/contract/config.yaml internal/contract/api.gen.go \
  web/src/api/schema.d.ts tools/go.mod
