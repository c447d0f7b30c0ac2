-- +goose Up
-- Colours are CIELAB (D65). Moments are Unix milliseconds. Lists that belong to
-- one row and are never searched (stacks, measurements, rules) are JSON.

CREATE TABLE settings (
  key   TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;

CREATE TABLE sessions ( -- layout given by the sessions library
  token  TEXT PRIMARY KEY,
  data   BLOB NOT NULL,
  expiry REAL NOT NULL
);
CREATE INDEX sessions_expiry ON sessions (expiry);

CREATE TABLE clays (
  code      TEXT PRIMARY KEY,
  name      TEXT NOT NULL,
  cone_from TEXT NOT NULL,
  cone_to   TEXT NOT NULL,
  l REAL NOT NULL, a REAL NOT NULL, b REAL NOT NULL, -- bare, fired
  dark      INTEGER NOT NULL
) STRICT;

CREATE TABLE glazes (
  code      TEXT PRIMARY KEY,
  name      TEXT NOT NULL,
  kind      TEXT NOT NULL,
  cone_from TEXT NOT NULL,
  cone_to   TEXT NOT NULL,
  l REAL NOT NULL, a REAL NOT NULL, b REAL NOT NULL, -- raw, in the jar
  food      TEXT NOT NULL,
  in_stock  INTEGER NOT NULL,
  runner    INTEGER NOT NULL,
  coats     INTEGER NOT NULL -- 0: the rule of the house
) STRICT;

CREATE TABLE tiles (
  code     TEXT PRIMARY KEY,
  clay     TEXT NOT NULL REFERENCES clays (code),
  cone     TEXT NOT NULL,
  stack    TEXT NOT NULL, -- JSON [{"glaze","coats"}], first layer first
  l REAL NOT NULL, a REAL NOT NULL, b REAL NOT NULL, -- fired
  textured INTEGER NOT NULL,
  piece    TEXT REFERENCES pieces (id) -- the piece it was read from
) STRICT;

CREATE TABLE classes (
  id   TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  clay TEXT NOT NULL REFERENCES clays (code),
  cone TEXT NOT NULL
) STRICT;

CREATE TABLE students (
  id    TEXT PRIMARY KEY,
  class TEXT NOT NULL REFERENCES classes (id),
  name  TEXT NOT NULL,
  mark  TEXT NOT NULL -- what the student scratches into the clay; tells two of one name apart
) STRICT;
CREATE INDEX students_class ON students (class);

CREATE TABLE assignments (
  id       TEXT PRIMARY KEY,
  class    TEXT NOT NULL REFERENCES classes (id),
  name     TEXT NOT NULL,
  form     TEXT NOT NULL,
  measures TEXT NOT NULL, -- JSON {"key": mm}
  clay     TEXT NOT NULL REFERENCES clays (code),
  cone     TEXT NOT NULL,
  made_at  INTEGER NOT NULL
) STRICT;
CREATE INDEX assignments_class ON assignments (class);

CREATE TABLE pieces (
  id         TEXT PRIMARY KEY,
  assignment TEXT NOT NULL REFERENCES assignments (id),
  student    TEXT NOT NULL REFERENCES students (id)
) STRICT;
CREATE INDEX pieces_assignment ON pieces (assignment);

-- Every saved plan is a new row; the newest counts.
CREATE TABLE plans (
  piece    TEXT NOT NULL REFERENCES pieces (id),
  revision INTEGER NOT NULL,
  at       INTEGER NOT NULL,
  by       TEXT NOT NULL,
  choices  TEXT NOT NULL, -- JSON {"surface": {"bare", "stack"}}
  PRIMARY KEY (piece, revision)
) STRICT;

-- Only ever added to. seq is the server's order.
CREATE TABLE events (
  seq     INTEGER PRIMARY KEY AUTOINCREMENT,
  id      TEXT NOT NULL UNIQUE, -- made by the device: a resend changes nothing
  piece   TEXT NOT NULL REFERENCES pieces (id),
  kind    TEXT NOT NULL,
  at      INTEGER NOT NULL,
  by      TEXT NOT NULL,
  surface TEXT NOT NULL DEFAULT '',
  glaze   TEXT NOT NULL DEFAULT '',
  back    INTEGER NOT NULL DEFAULT 0,
  undoes  TEXT NOT NULL DEFAULT '',
  seen    INTEGER NOT NULL DEFAULT 0,
  verdict TEXT NOT NULL DEFAULT '',
  load    TEXT NOT NULL DEFAULT '',
  cone    TEXT NOT NULL DEFAULT '',
  text    TEXT NOT NULL DEFAULT '',
  again   INTEGER NOT NULL DEFAULT 0,
  mark    INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX events_piece ON events (piece, seq);

CREATE TABLE loads (
  id          TEXT PRIMARY KEY,
  name        TEXT NOT NULL,
  cone        TEXT NOT NULL,
  made_at     INTEGER NOT NULL,
  fired_at    INTEGER,
  unloaded_at INTEGER
) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
