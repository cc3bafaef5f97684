-- Masses are whole milligrams, lengths whole millimetres, needles whole micrometres, times ISO 8601 in UTC.

CREATE TABLE yarn (
  id INTEGER PRIMARY KEY,
  maker TEXT NOT NULL DEFAULT '',
  line TEXT NOT NULL DEFAULT '',
  colour_name TEXT NOT NULL DEFAULT '',
  colour_hex TEXT NOT NULL CHECK (colour_hex GLOB '#[0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f]'),
  dye_lot TEXT NOT NULL DEFAULT '',
  put_up_mg INTEGER CHECK (put_up_mg > 0),
  put_up_mm INTEGER CHECK (put_up_mm > 0),
  weight_class INTEGER CHECK (weight_class BETWEEN 0 AND 7),
  wpi REAL CHECK (wpi > 0),
  needle_um INTEGER CHECK (needle_um > 0),
  hook_um INTEGER CHECK (hook_um > 0),
  plies INTEGER CHECK (plies BETWEEN 1 AND 99),
  twist_direction TEXT CHECK (twist_direction IN ('S', 'Z')),
  twist_turns_per_km INTEGER CHECK (twist_turns_per_km >= 0),
  care TEXT NOT NULL DEFAULT '',
  notes TEXT NOT NULL DEFAULT '',
  created_at TEXT NOT NULL
) STRICT;

CREATE TABLE yarn_fibre (
  yarn_id INTEGER NOT NULL REFERENCES yarn,
  position INTEGER NOT NULL,
  -- The fibre whose figures serve; and the band's own word, where it is another.
  fibre TEXT NOT NULL,
  written TEXT,
  per_mille INTEGER NOT NULL CHECK (per_mille BETWEEN 1 AND 1000),
  PRIMARY KEY (yarn_id, position)
) STRICT, WITHOUT ROWID;

-- Operations are only ever added. What a piece is now follows from them.
CREATE TABLE operation (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  kind TEXT NOT NULL,
  at TEXT NOT NULL,
  note TEXT NOT NULL DEFAULT '',
  waste_mg INTEGER NOT NULL DEFAULT 0 CHECK (waste_mg >= 0),
  undoes INTEGER REFERENCES operation,
  -- Chosen by the screen that asks, so that a request sent twice is done once.
  request_key TEXT UNIQUE,
  CHECK ((kind = 'undo') = (undoes IS NOT NULL))
) STRICT;

CREATE INDEX operation_at ON operation (at);
CREATE INDEX operation_undoes ON operation (undoes) WHERE undoes IS NOT NULL;

CREATE TABLE piece (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  yarn_id INTEGER NOT NULL REFERENCES yarn,
  form TEXT NOT NULL,
  label TEXT NOT NULL,
  -- Once round the open hank, where it was measured.
  loop_mm INTEGER CHECK (loop_mm > 0),
  born_by INTEGER NOT NULL REFERENCES operation
) STRICT;

CREATE INDEX piece_yarn ON piece (yarn_id);
CREATE INDEX piece_born ON piece (born_by);

-- side: 'in' is consumed by the operation, 'out' is yielded by it, 'on' goes through it and stays itself.
CREATE TABLE operation_piece (
  operation_id INTEGER NOT NULL REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  side TEXT NOT NULL CHECK (side IN ('in', 'out', 'on')),
  -- Net mass. Null: not known then.
  mass_mg INTEGER CHECK (mass_mg > 0),
  mass_from TEXT CHECK (mass_from IN ('scale', 'band')),
  tare_mg INTEGER NOT NULL DEFAULT 0 CHECK (tare_mg >= 0),
  resolution_mg INTEGER CHECK (resolution_mg > 0),
  PRIMARY KEY (operation_id, piece_id),
  CHECK ((mass_mg IS NULL) = (mass_from IS NULL)),
  CHECK ((mass_from = 'scale') = (resolution_mg IS NOT NULL))
) STRICT, WITHOUT ROWID;

CREATE INDEX operation_piece_piece ON operation_piece (piece_id, operation_id);

-- Knots and the like, at their place along a piece, from its inner end.
CREATE TABLE mark (
  id INTEGER PRIMARY KEY,
  operation_id INTEGER NOT NULL REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  kind TEXT NOT NULL,
  at_mm INTEGER NOT NULL CHECK (at_mm >= 0)
) STRICT;

CREATE INDEX mark_piece ON mark (piece_id);

-- Undone: an undo points at it that was not itself undone.
CREATE VIEW live_operation AS
SELECT o.* FROM operation o
WHERE o.kind <> 'undo' AND NOT EXISTS (
  SELECT 1 FROM operation u WHERE u.undoes = o.id
    AND NOT EXISTS (SELECT 1 FROM operation again WHERE again.undoes = u.id)
);

-- What each piece that was ever made is now.
CREATE VIEW piece_now AS
SELECT
  p.id, p.yarn_id, p.form, p.label, p.loop_mm, p.born_by,
  (SELECT c.operation_id FROM operation_piece c JOIN live_operation o ON o.id = c.operation_id
   WHERE c.piece_id = p.id AND c.side = 'in') AS consumed_by,
  (SELECT m.operation_id FROM operation_piece m JOIN live_operation o ON o.id = m.operation_id
   WHERE m.piece_id = p.id AND m.side <> 'in' AND m.mass_mg IS NOT NULL
   ORDER BY m.operation_id DESC LIMIT 1) AS weighed_by
FROM piece p JOIN live_operation born ON born.id = p.born_by;
