-- +goose Up
-- The bench and the gate: what a coat felt like, what may be one coat twice, what
-- was entered afterwards, looks at the cover, places, the bells of the room, its
-- tablets, and what students wish for.

ALTER TABLE events ADD COLUMN done INTEGER; -- when it happened, where it was entered afterwards
ALTER TABLE events ADD COLUMN device_at INTEGER; -- the device's clock: a note
ALTER TABLE events ADD COLUMN felt TEXT NOT NULL DEFAULT ''; -- thin, right, thick
ALTER TABLE events ADD COLUMN about TEXT NOT NULL DEFAULT ''; -- id of the coat that is spoken of
ALTER TABLE events ADD COLUMN doubts TEXT NOT NULL DEFAULT ''; -- id of the coat that it may be once more
ALTER TABLE events ADD COLUMN cover TEXT NOT NULL DEFAULT ''; -- even, bald, gap, lump
ALTER TABLE events ADD COLUMN spots TEXT NOT NULL DEFAULT '[]'; -- JSON [{"x","y"}] in mm, from below
ALTER TABLE events ADD COLUMN parts INTEGER NOT NULL DEFAULT 0;
ALTER TABLE events ADD COLUMN place TEXT NOT NULL DEFAULT '';
ALTER TABLE events ADD COLUMN photo TEXT NOT NULL DEFAULT '';
ALTER TABLE events ADD COLUMN code TEXT NOT NULL DEFAULT ''; -- of the blocker that was overruled

ALTER TABLE photographs ADD COLUMN piece TEXT NOT NULL DEFAULT ''; -- the piece it shows; '' for a rack of tiles

CREATE TABLE bells ( -- when a class is in the room
  class   TEXT NOT NULL REFERENCES classes (id),
  weekday INTEGER NOT NULL, -- 1 Monday to 7 Sunday
  starts  INTEGER NOT NULL, -- minutes after midnight
  ends    INTEGER NOT NULL,
  PRIMARY KEY (weekday, starts)
) STRICT;

CREATE TABLE stations ( -- tablets that were paired to the room
  id        TEXT PRIMARY KEY,
  name      TEXT NOT NULL,
  paired_at INTEGER NOT NULL,
  ended_at  INTEGER
) STRICT;

CREATE TABLE wishes ( -- what a student would like, best first
  piece TEXT PRIMARY KEY REFERENCES pieces (id),
  at    INTEGER NOT NULL,
  tiles TEXT NOT NULL, -- JSON ["tile code"], up to three
  text  TEXT NOT NULL
) STRICT;

CREATE TABLE strays ( -- what a tablet sent late and could not be kept: the teacher decides
  id         TEXT PRIMARY KEY, -- of the event
  at         INTEGER NOT NULL, -- when it arrived
  happened   INTEGER NOT NULL, -- when the tablet saw it, by how long ago it said that was
  station    TEXT NOT NULL,
  event      TEXT NOT NULL, -- JSON, see core/work.Event
  reason     TEXT NOT NULL,
  settled_at INTEGER
) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
