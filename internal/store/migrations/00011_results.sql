-- +goose Up
-- What a teacher gives for a piece as it was made, and for its glazing.
CREATE TABLE grade (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;
-- The figures from 1 to 4 were the grade of the glazing. The newest of a piece that no undo took
-- back (an undo may itself be undone) moves out of its log into that table;
INSERT INTO grade (key, body)
SELECT piece || '/glazing', json_object('piece', piece, 'what', 'glazing', 'value', body ->> 'mark', 'scale', json_object('least', 1, 'best', 4, 'step', 1),
  'note', coalesce(body ->> 'text', ''), 'at', strftime('%Y-%m-%dT%H:%M:%SZ', at / 1000, 'unixepoch'), 'by', by)
FROM (
  SELECT g.*, row_number() OVER (PARTITION BY g.piece ORDER BY g.seq DESC) AS newest FROM event g WHERE g.kind = 'quality' AND g.body ->> 'mark' BETWEEN 1 AND 4
  AND NOT EXISTS (SELECT 1 FROM event a WHERE a.kind = 'undo' AND a.piece = g.piece AND a.body ->> 'undoes' = g.id
    AND NOT EXISTS (SELECT 1 FROM event b WHERE b.kind = 'undo' AND b.piece = g.piece AND b.body ->> 'undoes' = a.id
      AND NOT EXISTS (SELECT 1 FROM event c WHERE c.kind = 'undo' AND c.piece = g.piece AND c.body ->> 'undoes' = b.id)))
) WHERE newest = 1;
-- in the log stays what was seen: how clear a fault is, is no grade.
UPDATE event SET kind = 'result', body = json_set(json_remove(body, '$.mark', '$.text'), '$.came',
  CASE body ->> 'mark' WHEN 4 THEN 'sound' WHEN 1 THEN 'spoiled' ELSE 'faulty' END) WHERE kind = 'quality';

-- What a class thinks of the schemes of a piece.
CREATE TABLE vote (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body)),
  piece TEXT GENERATED ALWAYS AS (body ->> 'piece') REFERENCES piece (key)) STRICT;
-- Stacks that are not wanted again.
CREATE TABLE avoided (seq INTEGER PRIMARY KEY, key TEXT NOT NULL UNIQUE, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;

-- +goose Down
SELECT 1; -- a school's records are never thrown away by a step back
