-- +goose Up
-- Glaze that is kept of a jar for a project. The project may still be to come: then only its
-- words are known, and the column is empty.

CREATE TABLE reserve (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  glaze TEXT GENERATED ALWAYS AS (body ->> 'glaze') REFERENCES glaze (key),
  assignment TEXT GENERATED ALWAYS AS (body ->> 'assignment') REFERENCES assignment (key)) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
