-- +goose Up
-- Stacks that nobody has fired, as students are asked to try them.
CREATE TABLE offer (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;
-- What surfaces came out as, read from photographs.
CREATE TABLE fired_colour (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
