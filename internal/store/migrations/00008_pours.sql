-- +goose Up
-- What left a jar in cups, and what of it came back: mL, below 0 for what came back.
CREATE TABLE pour (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  glaze TEXT GENERATED ALWAYS AS (body ->> 'glaze') REFERENCES glaze (key)) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
