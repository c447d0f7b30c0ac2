-- +goose Up
-- The kilns of the house with their shelves and posts.
CREATE TABLE kiln (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
-- What is to stand where in a load.
CREATE TABLE load_plan (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  load TEXT GENERATED ALWAYS AS (body ->> 'load') REFERENCES load (key),
  kiln TEXT GENERATED ALWAYS AS (body ->> 'kiln') REFERENCES kiln (key)) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
