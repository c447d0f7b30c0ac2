-- name: GetSetting :one
SELECT value FROM settings WHERE key = ?;
-- name: PutSetting :exec
INSERT INTO settings (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value;

-- name: ListClays :many
SELECT * FROM clays ORDER BY code;
-- name: PutClay :exec
INSERT INTO clays (code, name, cone_from, cone_to, l, a, b, dark) VALUES (?, ?, ?, ?, ?, ?, ?, ?)
ON CONFLICT (code) DO UPDATE SET name = excluded.name, cone_from = excluded.cone_from, cone_to = excluded.cone_to,
  l = excluded.l, a = excluded.a, b = excluded.b, dark = excluded.dark;

-- name: ListGlazes :many
SELECT * FROM glazes ORDER BY code;
-- name: PutGlaze :exec
INSERT INTO glazes (code, name, kind, cone_from, cone_to, l, a, b, food, in_stock, runner, coats, atmosphere, jar_ml, jar_level, jar_state, mixed_at, thick, dear, ware, recipe)
VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
ON CONFLICT (code) DO UPDATE SET name = excluded.name, kind = excluded.kind, cone_from = excluded.cone_from, cone_to = excluded.cone_to,
  l = excluded.l, a = excluded.a, b = excluded.b, food = excluded.food, in_stock = excluded.in_stock, runner = excluded.runner, coats = excluded.coats,
  atmosphere = excluded.atmosphere, jar_ml = excluded.jar_ml, jar_level = excluded.jar_level, jar_state = excluded.jar_state, mixed_at = excluded.mixed_at,
  thick = excluded.thick, dear = excluded.dear, ware = excluded.ware, recipe = excluded.recipe;
-- name: PutHint :exec
INSERT INTO hints (glaze, picture) VALUES (?, ?) ON CONFLICT (glaze) DO UPDATE SET picture = excluded.picture;
-- name: GetHint :one
SELECT picture FROM hints WHERE glaze = ?;
-- name: ListHints :many
SELECT glaze FROM hints;
-- name: RemoveHint :exec
DELETE FROM hints WHERE glaze = ?;

-- name: ListTiles :many
SELECT * FROM tiles ORDER BY code;
-- name: PutTile :exec
INSERT INTO tiles (code, clay, cone, stack, l, a, b, textured, piece, atmosphere, place, faults) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
ON CONFLICT (code) DO UPDATE SET clay = excluded.clay, cone = excluded.cone, stack = excluded.stack,
  l = excluded.l, a = excluded.a, b = excluded.b, textured = excluded.textured, piece = excluded.piece,
  atmosphere = excluded.atmosphere, place = excluded.place, faults = excluded.faults;

-- name: ListReadings :many
SELECT * FROM readings ORDER BY tile, half, coats;
-- name: PutReading :exec
INSERT INTO readings (tile, half, coats, l, a, b, spread, flags, source, photo, at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
ON CONFLICT (tile, half, coats) DO UPDATE SET l = excluded.l, a = excluded.a, b = excluded.b, spread = excluded.spread,
  flags = excluded.flags, source = excluded.source, photo = excluded.photo, at = excluded.at;

-- name: ListPhotographs :many
SELECT id, name, at, width, height FROM photographs WHERE piece = '' ORDER BY at DESC, id;
-- name: GetPhotograph :one
SELECT * FROM photographs WHERE id = ?;
-- name: AddPhotograph :exec
INSERT INTO photographs (id, name, at, width, height, picture, piece) VALUES (?, ?, ?, ?, ?, ?, ?);
-- name: RemovePhotograph :exec
DELETE FROM photographs WHERE id = ?;

-- name: ListClasses :many
SELECT * FROM classes ORDER BY name;
-- name: PutClass :exec
INSERT INTO classes (id, name, clay, cone, atmosphere, rules) VALUES (?, ?, ?, ?, ?, ?)
ON CONFLICT (id) DO UPDATE SET name = excluded.name, clay = excluded.clay, cone = excluded.cone, atmosphere = excluded.atmosphere, rules = excluded.rules;

-- name: ListClassJars :many
SELECT * FROM class_jars ORDER BY class, glaze;
-- name: AddClassJar :exec
INSERT INTO class_jars (class, glaze) VALUES (?, ?);
-- name: ClearClassJars :exec
DELETE FROM class_jars WHERE class = ?;

-- name: ListStudents :many
SELECT * FROM students ORDER BY class, name, mark;
-- name: PutStudent :exec
INSERT INTO students (id, class, name, mark) VALUES (?, ?, ?, ?)
ON CONFLICT (id) DO UPDATE SET class = excluded.class, name = excluded.name, mark = excluded.mark;

-- name: ListAssignments :many
SELECT * FROM assignments ORDER BY made_at, name;
-- name: PutAssignment :exec
INSERT INTO assignments (id, class, name, form, measures, clay, cone, made_at, atmosphere, rules, marking, template, jars) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
ON CONFLICT (id) DO UPDATE SET name = excluded.name, form = excluded.form, measures = excluded.measures, clay = excluded.clay, cone = excluded.cone,
  atmosphere = excluded.atmosphere, rules = excluded.rules, marking = excluded.marking, template = excluded.template, jars = excluded.jars;

-- name: ListPieces :many
SELECT * FROM pieces ORDER BY id;
-- name: AddPiece :exec
INSERT INTO pieces (id, assignment, student) VALUES (?, ?, ?);

-- name: ListNewestPlans :many
SELECT p.* FROM plans p
JOIN (SELECT piece, MAX(revision) AS revision FROM plans GROUP BY piece) newest
  ON newest.piece = p.piece AND newest.revision = p.revision;
-- name: AddPlan :exec
INSERT INTO plans (piece, revision, at, by, choices, own) VALUES (?, ?, ?, ?, ?, ?);

-- name: ListSchemes :many
SELECT * FROM schemes ORDER BY piece, slot;
-- name: PutScheme :exec
INSERT INTO schemes (piece, slot, at, choices) VALUES (?, ?, ?, ?)
ON CONFLICT (piece, slot) DO UPDATE SET at = excluded.at, choices = excluded.choices;
-- name: RemoveScheme :exec
DELETE FROM schemes WHERE piece = ? AND slot = ?;

-- name: ListApprovals :many
SELECT * FROM approvals ORDER BY at, rowid;
-- name: AddApproval :exec
INSERT INTO approvals (piece, revision, at, by, verdict, note, rules, choices) VALUES (?, ?, ?, ?, ?, ?, ?, ?);

-- name: ListJarLevels :many
SELECT * FROM jar_levels ORDER BY glaze, at, rowid;
-- name: AddJarLevel :exec
INSERT INTO jar_levels (glaze, at, ml) VALUES (?, ?, ?);

-- name: ListProgrammes :many
SELECT * FROM programmes ORDER BY made_at, id;
-- name: PutProgramme :exec
INSERT INTO programmes (id, name, clay, cone, atmosphere, made_at, sheet) VALUES (?, ?, ?, ?, ?, ?, ?)
ON CONFLICT (id) DO UPDATE SET name = excluded.name, sheet = excluded.sheet;
-- name: RemoveProgramme :exec
DELETE FROM programmes WHERE id = ?;

-- name: ListEvents :many
SELECT * FROM events ORDER BY seq;
-- name: AddEvent :one
INSERT INTO events (id, piece, kind, at, by, surface, glaze, back, undoes, seen, verdict, load, cone, text, again, mark,
  done, device_at, felt, about, doubts, cover, spots, parts, place, photo, code)
VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
RETURNING seq;

-- name: ListLoads :many
SELECT * FROM loads ORDER BY made_at;
-- name: PutLoad :exec
INSERT INTO loads (id, name, cone, made_at, fired_at, unloaded_at) VALUES (?, ?, ?, ?, ?, ?)
ON CONFLICT (id) DO UPDATE SET name = excluded.name, fired_at = excluded.fired_at, unloaded_at = excluded.unloaded_at;

-- name: ListBells :many
SELECT * FROM bells ORDER BY weekday, starts;
-- name: AddBell :exec
INSERT INTO bells (class, weekday, starts, ends) VALUES (?, ?, ?, ?);
-- name: ClearBells :exec
DELETE FROM bells;

-- name: ListStations :many
SELECT * FROM stations ORDER BY paired_at, id;
-- name: PutStation :exec
INSERT INTO stations (id, name, paired_at, ended_at) VALUES (?, ?, ?, ?)
ON CONFLICT (id) DO UPDATE SET name = excluded.name, ended_at = excluded.ended_at;

-- name: ListWishes :many
SELECT * FROM wishes ORDER BY piece;
-- name: PutWish :exec
INSERT INTO wishes (piece, at, tiles, text) VALUES (?, ?, ?, ?)
ON CONFLICT (piece) DO UPDATE SET at = excluded.at, tiles = excluded.tiles, text = excluded.text;

-- name: ListStrays :many
SELECT * FROM strays ORDER BY at, rowid;
-- name: PutStray :exec
INSERT INTO strays (id, at, happened, station, event, reason, settled_at) VALUES (?, ?, ?, ?, ?, ?, ?)
ON CONFLICT (id) DO UPDATE SET settled_at = excluded.settled_at;
