-- +goose Up
-- The wall as an instrument: what was read on each tile, the photographs it was
-- read from, what is in each jar, and which jars a class may use.

ALTER TABLE tiles ADD COLUMN atmosphere TEXT NOT NULL DEFAULT ''; -- '' counts as oxidation
ALTER TABLE tiles ADD COLUMN place INTEGER NOT NULL DEFAULT 0; -- on the real wall, from 1

CREATE TABLE photographs (
  id      TEXT PRIMARY KEY,
  name    TEXT NOT NULL,
  at      INTEGER NOT NULL,
  width   INTEGER NOT NULL,
  height  INTEGER NOT NULL,
  picture BLOB NOT NULL -- JPEG, upright, at most 2,000 pixels a side, with its colour profile
) STRICT;

CREATE TABLE readings (
  tile   TEXT NOT NULL REFERENCES tiles (code),
  half   TEXT NOT NULL, -- smooth or texture
  coats  INTEGER NOT NULL,
  l REAL NOT NULL, a REAL NOT NULL, b REAL NOT NULL,
  spread REAL NOT NULL, -- ΔE2000
  flags  TEXT NOT NULL, -- joined by commas
  source TEXT NOT NULL,
  photo  TEXT NOT NULL DEFAULT '',
  at     INTEGER NOT NULL,
  PRIMARY KEY (tile, half, coats)
) STRICT;

ALTER TABLE glazes ADD COLUMN atmosphere TEXT NOT NULL DEFAULT ''; -- of the label
ALTER TABLE glazes ADD COLUMN jar_ml REAL NOT NULL DEFAULT 0; -- 0: not known
ALTER TABLE glazes ADD COLUMN jar_level REAL NOT NULL DEFAULT -1; -- 0 to 1; below 0: not known
ALTER TABLE glazes ADD COLUMN jar_state TEXT NOT NULL DEFAULT 'good';
ALTER TABLE glazes ADD COLUMN mixed_at INTEGER;

CREATE TABLE hints ( -- the picture on a maker's label
  glaze   TEXT PRIMARY KEY REFERENCES glazes (code),
  picture BLOB NOT NULL
) STRICT;

ALTER TABLE classes ADD COLUMN atmosphere TEXT NOT NULL DEFAULT 'oxidation';
ALTER TABLE assignments ADD COLUMN atmosphere TEXT NOT NULL DEFAULT 'oxidation';

CREATE TABLE class_jars ( -- a class without rows may use every jar
  class TEXT NOT NULL REFERENCES classes (id),
  glaze TEXT NOT NULL REFERENCES glazes (code),
  PRIMARY KEY (class, glaze)
) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
