#!/bin/sh
# Prints checksums of what is generated from and what was generated. The file
# tools/generated.sum is written by make generate and compared by make lint.
set -eu
cd "$(dirname "$0")/.."
sha256sum api/openapi.yaml internal/api/gen/config.yaml internal/api/gen/api.gen.go \
  sqlc.yaml internal/store/migrations/*.sql internal/store/queries.sql internal/store/db/*.go \
  web/src/api/schema.d.ts tools/go.mod
