-- +goose Up
-- A lesson may be of several classes.
UPDATE setting SET body = json_set(body, '$.lessons', json((
    SELECT json_group_array(json_set(json_remove(value, '$.class'), '$.classes', json_array(value ->> 'class')))
    FROM json_each(setting.body, '$.lessons'))))
  WHERE key = 'bells' AND json_type(body, '$.lessons') = 'array';

-- What was ticked of a lesson's lists.
CREATE TABLE lesson (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;

-- Who sits at which jar.
CREATE TABLE seating (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  class TEXT GENERATED ALWAYS AS (body ->> 'class') REFERENCES class (key)) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
