-- +goose Up
-- The plan desk: rules per class and assignment, what is marked out on a piece,
-- schemes beside the plan, approvals, recipes, what jars told of their spread,
-- and tile programmes.

ALTER TABLE glazes ADD COLUMN thick INTEGER NOT NULL DEFAULT 0; -- may be thicker on purpose
ALTER TABLE glazes ADD COLUMN dear INTEGER NOT NULL DEFAULT 0;
ALTER TABLE glazes ADD COLUMN ware TEXT NOT NULL DEFAULT ''; -- greenware or bisque; '' both
ALTER TABLE glazes ADD COLUMN recipe TEXT NOT NULL DEFAULT '[]'; -- JSON [{"glaze","parts"}]

ALTER TABLE tiles ADD COLUMN faults TEXT NOT NULL DEFAULT ''; -- joined by commas

ALTER TABLE classes ADD COLUMN rules TEXT NOT NULL DEFAULT '{}'; -- JSON {"rule": "value"}
ALTER TABLE assignments ADD COLUMN rules TEXT NOT NULL DEFAULT '{}';
ALTER TABLE assignments ADD COLUMN jars TEXT NOT NULL DEFAULT '[]'; -- JSON ["code"]; none: what the class may use
ALTER TABLE assignments ADD COLUMN marking TEXT NOT NULL DEFAULT '{}'; -- JSON, see core/piece.Marking
ALTER TABLE assignments ADD COLUMN template TEXT NOT NULL DEFAULT '{}'; -- JSON {"surface": choice}

ALTER TABLE plans ADD COLUMN own TEXT NOT NULL DEFAULT '{}'; -- JSON, see core/plan.Own

CREATE TABLE schemes ( -- beside the plan, to choose from
  piece   TEXT NOT NULL REFERENCES pieces (id),
  slot    INTEGER NOT NULL, -- 2 or 3; 1 is the plan
  at      INTEGER NOT NULL,
  choices TEXT NOT NULL,
  PRIMARY KEY (piece, slot)
) STRICT;

-- Only ever added to; the newest counts.
CREATE TABLE approvals (
  piece    TEXT NOT NULL REFERENCES pieces (id),
  revision INTEGER NOT NULL, -- of the plan
  at       INTEGER NOT NULL,
  by       TEXT NOT NULL,
  verdict  TEXT NOT NULL, -- approved or returned
  note     TEXT NOT NULL,
  rules    TEXT NOT NULL, -- JSON, what the rules were then, where not the usual ones
  choices  TEXT NOT NULL
) STRICT;
CREATE INDEX approvals_piece ON approvals (piece, at);

-- Every look into a jar. What went between two looks tells how far it spreads.
CREATE TABLE jar_levels (
  glaze TEXT NOT NULL REFERENCES glazes (code),
  at    INTEGER NOT NULL,
  ml    REAL NOT NULL -- left
) STRICT;
CREATE INDEX jar_levels_glaze ON jar_levels (glaze, at);

CREATE TABLE programmes (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  clay       TEXT NOT NULL REFERENCES clays (code),
  cone       TEXT NOT NULL,
  atmosphere TEXT NOT NULL,
  made_at    INTEGER NOT NULL,
  sheet      TEXT NOT NULL -- JSON, see core/programme.Sheet
) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
