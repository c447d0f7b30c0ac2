-- +goose Up
-- Every record is kept the same way: a table a kind, a row a record, its fields
-- tagged JSON. What one record points to in another is a column worked out from
-- the JSON, so that SQLite holds the two together. An event has its few columns
-- that are searched, and what only some kinds have in its JSON.
-- docs/architecture.md says what each field means. Moments in JSON are RFC 3339.

CREATE TABLE setting (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE TABLE clay (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE TABLE glaze (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE TABLE label (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  glaze TEXT GENERATED ALWAYS AS (body ->> 'glaze') REFERENCES glaze (key)) STRICT;
CREATE TABLE jar_level (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  glaze TEXT GENERATED ALWAYS AS (body ->> 'glaze') REFERENCES glaze (key)) STRICT;
CREATE TABLE class (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  clay TEXT GENERATED ALWAYS AS (body ->> 'clay') REFERENCES clay (key)) STRICT;
CREATE TABLE student (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  class TEXT GENERATED ALWAYS AS (body ->> 'class') REFERENCES class (key)) STRICT;
CREATE TABLE assignment (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  class TEXT GENERATED ALWAYS AS (body ->> 'class') REFERENCES class (key),
  clay TEXT GENERATED ALWAYS AS (body ->> 'clay') REFERENCES clay (key)) STRICT;
CREATE TABLE piece (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  assignment TEXT GENERATED ALWAYS AS (body ->> 'assignment') REFERENCES assignment (key),
  student TEXT GENERATED ALWAYS AS (body ->> 'student') REFERENCES student (key)) STRICT;
CREATE TABLE tile (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  clay TEXT GENERATED ALWAYS AS (body ->> 'clay') REFERENCES clay (key),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;
-- Every saved plan is a row of its own; the newest of a piece counts. So it is with
-- what the teacher said of plans.
CREATE TABLE plan (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;
CREATE TABLE scheme (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;
CREATE TABLE approval (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;
CREATE TABLE wish (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;
CREATE TABLE programme (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  clay TEXT GENERATED ALWAYS AS (body ->> 'clay') REFERENCES clay (key)) STRICT;
CREATE TABLE load (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE TABLE station (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE TABLE stray (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE TABLE photograph (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE TABLE picture (key TEXT NOT NULL PRIMARY KEY, jpeg BLOB NOT NULL) STRICT; -- upright, at most 2,000 pixels a side, with its colour profile

-- Only ever added to. seq is the server's order.
CREATE TABLE event (
  seq   INTEGER PRIMARY KEY,
  id    TEXT NOT NULL UNIQUE, -- made by the device: a resend changes nothing
  piece TEXT NOT NULL REFERENCES piece (key),
  kind  TEXT NOT NULL,
  at    INTEGER NOT NULL, -- the server's time, Unix milliseconds
  done  INTEGER,          -- when it really happened, where it was entered afterwards
  by    TEXT NOT NULL,
  body  TEXT NOT NULL CHECK (json_valid(body)) -- what only some kinds have: core/work.Event
) STRICT;
CREATE INDEX event_piece ON event (piece, seq);

-- What the log was folded into, for a quick start: by the last event in it and the
-- program that folded it. Thrown away on any doubt.
CREATE TABLE folded (seq INTEGER NOT NULL, program TEXT NOT NULL, states BLOB NOT NULL) STRICT;

INSERT INTO setting (key, body)
  SELECT key, CASE key
    WHEN 'school' THEN json_object('name', value)
    WHEN 'passphrase' THEN json_object('hash', value)
    WHEN 'helper' THEN json_object('hash', value)
    WHEN 'house' THEN json_object('values', json(value))
    WHEN 'damp' THEN json_object('days', json(value))
    WHEN 'room' THEN json(value)
    WHEN 'demo-shift' THEN json_object('seconds', CAST(value AS INTEGER))
    ELSE json_object('value', value) END
  FROM settings ORDER BY key;
UPDATE setting SET key = 'demo' WHERE key = 'demo-shift';
INSERT INTO setting (key, body)
  SELECT 'bells', json_object('lessons', json_group_array(json_object('class', class, 'weekday', weekday, 'starts', starts, 'ends', ends)))
  FROM (SELECT * FROM bells ORDER BY weekday, starts) HAVING count(*) > 0;
INSERT INTO clay (key, body)
  SELECT code, json_object('code', code, 'name', name, 'cones', json_object('from', cone_from, 'to', cone_to),
    'fired', json_object('l', l, 'a', a, 'b', b), 'dark', json(iif(dark, 'true', 'false')))
  FROM clays ORDER BY code;
INSERT INTO glaze (key, body)
  SELECT code, json_object('code', code, 'name', name, 'kind', kind, 'raw', json_object('l', l, 'a', a, 'b', b),
    'cones', json_object('from', cone_from, 'to', cone_to), 'food', food, 'inStock', json(iif(in_stock, 'true', 'false')),
    'runner', json(iif(runner, 'true', 'false')), 'coats', coats, 'thick', json(iif(thick, 'true', 'false')),
    'dear', json(iif(dear, 'true', 'false')), 'ware', ware, 'atmosphere', atmosphere, 'recipe', json(recipe),
    'jar', json_patch('{}', json_object('ml', jar_ml, 'level', jar_level, 'state', jar_state,
      'mixedAt', strftime('%Y-%m-%dT%H:%M:%fZ', mixed_at / 1000.0, 'unixepoch'))))
  FROM glazes ORDER BY code;
INSERT INTO picture (key, jpeg) SELECT 'label-' || glaze, picture FROM hints;
INSERT INTO label (key, body) SELECT glaze, json_object('glaze', glaze, 'picture', 'label-' || glaze) FROM hints ORDER BY glaze;
INSERT INTO jar_level (key, body)
  SELECT lower(hex(randomblob(13))), json_object('glaze', glaze, 'at', strftime('%Y-%m-%dT%H:%M:%fZ', at / 1000.0, 'unixepoch'), 'ml', ml)
  FROM jar_levels ORDER BY glaze, at, rowid;
UPDATE jar_level SET body = json_set(body, '$.id', key);
INSERT INTO class (key, body)
  SELECT id, json_object('id', id, 'name', name, 'clay', clay, 'cone', cone, 'atmosphere', atmosphere, 'rules', json(rules),
    'jars', json((SELECT json_group_array(glaze) FROM (SELECT glaze FROM class_jars WHERE class = classes.id ORDER BY glaze))))
  FROM classes ORDER BY name;
INSERT INTO student (key, body) SELECT id, json_object('id', id, 'class', class, 'name', name, 'mark', mark) FROM students ORDER BY class, name, mark;
INSERT INTO assignment (key, body)
  SELECT id, json_object('id', id, 'class', class, 'name', name, 'form', form, 'measures', json(measures), 'clay', clay, 'cone', cone,
    'atmosphere', atmosphere, 'madeAt', strftime('%Y-%m-%dT%H:%M:%fZ', made_at / 1000.0, 'unixepoch'), 'rules', json(rules),
    'marking', json(marking), 'template', json(template), 'jars', json(jars))
  FROM assignments ORDER BY made_at, name;
INSERT INTO piece (key, body) SELECT id, json_object('id', id, 'assignment', assignment, 'student', student) FROM pieces ORDER BY id;
INSERT INTO tile (key, body)
  SELECT code, json_patch('{}', json_object('code', code, 'clay', clay, 'cone', cone, 'stack', json(stack), 'fired', json_object('l', l, 'a', a, 'b', b),
    'textured', json(iif(textured, 'true', 'false')), 'piece', piece, 'atmosphere', atmosphere, 'place', place,
    'faults', json(iif(faults = '', 'null', '["' || replace(faults, ',', '","') || '"]')),
    'readings', json((SELECT iif(count(*), json_group_array(json_object('half', half, 'coats', coats, 'lab', json_object('l', l, 'a', a, 'b', b), 'spread', spread,
        'flags', json(iif(flags = '', 'null', '["' || replace(flags, ',', '","') || '"]')), 'source', source, 'photo', photo,
        'at', strftime('%Y-%m-%dT%H:%M:%fZ', at / 1000.0, 'unixepoch'))), NULL)
      FROM (SELECT * FROM readings WHERE tile = tiles.code ORDER BY half, coats)))))
  FROM tiles ORDER BY code;
INSERT INTO plan (key, body)
  SELECT piece || '/' || revision, json_object('piece', piece, 'revision', revision, 'at', strftime('%Y-%m-%dT%H:%M:%fZ', at / 1000.0, 'unixepoch'),
    'by', by, 'choices', json(choices), 'own', json(own))
  FROM plans ORDER BY piece, revision;
INSERT INTO scheme (key, body)
  SELECT piece || '/' || slot, json_object('piece', piece, 'slot', slot, 'at', strftime('%Y-%m-%dT%H:%M:%fZ', at / 1000.0, 'unixepoch'), 'choices', json(choices))
  FROM schemes ORDER BY piece, slot;
INSERT INTO approval (key, body)
  SELECT lower(hex(randomblob(13))), json_object('piece', piece, 'revision', revision, 'at', strftime('%Y-%m-%dT%H:%M:%fZ', at / 1000.0, 'unixepoch'),
    'by', by, 'verdict', verdict, 'note', note, 'rules', json(rules), 'choices', json(choices))
  FROM approvals ORDER BY at, rowid;
UPDATE approval SET body = json_set(body, '$.id', key);
INSERT INTO wish (key, body)
  SELECT piece, json_object('piece', piece, 'at', strftime('%Y-%m-%dT%H:%M:%fZ', at / 1000.0, 'unixepoch'), 'tiles', json(tiles), 'text', text) FROM wishes ORDER BY piece;
INSERT INTO programme (key, body)
  SELECT id, json_object('id', id, 'name', name, 'clay', clay, 'cone', cone, 'atmosphere', atmosphere,
    'madeAt', strftime('%Y-%m-%dT%H:%M:%fZ', made_at / 1000.0, 'unixepoch'), 'sheet', json(sheet))
  FROM programmes ORDER BY made_at, id;
INSERT INTO load (key, body)
  SELECT id, json_patch('{}', json_object('id', id, 'name', name, 'cone', cone, 'madeAt', strftime('%Y-%m-%dT%H:%M:%fZ', made_at / 1000.0, 'unixepoch'),
    'firedAt', strftime('%Y-%m-%dT%H:%M:%fZ', fired_at / 1000.0, 'unixepoch'), 'unloadedAt', strftime('%Y-%m-%dT%H:%M:%fZ', unloaded_at / 1000.0, 'unixepoch')))
  FROM loads ORDER BY made_at;
INSERT INTO station (key, body)
  SELECT id, json_patch('{}', json_object('id', id, 'name', name, 'pairedAt', strftime('%Y-%m-%dT%H:%M:%fZ', paired_at / 1000.0, 'unixepoch'),
    'endedAt', strftime('%Y-%m-%dT%H:%M:%fZ', ended_at / 1000.0, 'unixepoch')))
  FROM stations ORDER BY paired_at, id;
INSERT INTO stray (key, body)
  SELECT id, json_patch('{}', json_object('event', json(event), 'at', strftime('%Y-%m-%dT%H:%M:%fZ', at / 1000.0, 'unixepoch'),
    'happened', strftime('%Y-%m-%dT%H:%M:%fZ', happened / 1000.0, 'unixepoch'), 'station', station, 'reason', reason,
    'settledAt', strftime('%Y-%m-%dT%H:%M:%fZ', settled_at / 1000.0, 'unixepoch')))
  FROM strays ORDER BY at, rowid;
INSERT INTO photograph (key, body)
  SELECT id, json_object('id', id, 'name', name, 'piece', piece, 'at', strftime('%Y-%m-%dT%H:%M:%fZ', at / 1000.0, 'unixepoch'), 'width', width, 'height', height)
  FROM photographs ORDER BY at, id;
INSERT INTO picture (key, jpeg) SELECT id, picture FROM photographs;
INSERT INTO event (seq, id, piece, kind, at, done, by, body)
  SELECT seq, id, piece, kind, at, done, by, json_patch('{}', json_object(
    'surface', nullif(surface, ''), 'glaze', nullif(glaze, ''), 'back', nullif(back, 0), 'undoes', nullif(undoes, ''), 'seen', nullif(seen, 0),
    'verdict', nullif(verdict, ''), 'load', nullif(load, ''), 'cone', nullif(cone, ''), 'text', nullif(text, ''),
    'again', json(iif(again, 'true', 'null')), 'mark', nullif(mark, 0), 'deviceAt', strftime('%Y-%m-%dT%H:%M:%fZ', device_at / 1000.0, 'unixepoch'),
    'felt', nullif(felt, ''), 'of', nullif(about, ''), 'doubts', nullif(doubts, ''), 'cover', nullif(cover, ''), 'spots', json(iif(spots = '[]', 'null', spots)),
    'parts', nullif(parts, 0), 'place', nullif(place, ''), 'photo', nullif(photo, ''), 'code', nullif(code, '')))
  FROM events ORDER BY seq;

DROP TABLE strays;
DROP TABLE wishes;
DROP TABLE stations;
DROP TABLE bells;
DROP TABLE programmes;
DROP TABLE jar_levels;
DROP TABLE approvals;
DROP TABLE schemes;
DROP TABLE events;
DROP TABLE loads;
DROP TABLE plans;
DROP TABLE class_jars;
DROP TABLE hints;
DROP TABLE readings;
DROP TABLE photographs;
DROP TABLE tiles;
DROP TABLE pieces;
DROP TABLE assignments;
DROP TABLE students;
DROP TABLE classes;
DROP TABLE glazes;
DROP TABLE clays;
DROP TABLE settings;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
