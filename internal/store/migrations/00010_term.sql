-- +goose Up
-- Days by which pieces are wanted out of the kiln.
CREATE TABLE show (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
-- A load knows the kiln that it was lit in.
ALTER TABLE load ADD COLUMN kiln TEXT GENERATED ALWAYS AS (body ->> 'kiln') VIRTUAL REFERENCES kiln (key);

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
