-- How a strand left what it was taken from: that turned; pulled over the end of a package that stood, at its near or far
-- side; or round an open hank that stood, clockwise or counterclockwise. No row: nobody looked.
CREATE TABLE strand_left (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  way TEXT NOT NULL CHECK (way IN ('turning', 'near', 'far', 'cw', 'ccw'))
) STRICT;

-- How it was laid on what came of it, and how large that became. Not there: what stayed of the piece, unwound.
CREATE TABLE strand_laid (
  operation_id INTEGER NOT NULL REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  -- Null: nobody looked.
  how TEXT CHECK (how IN ('spindle', 'carried', 'reel')),
  -- Of the spindle or of the hand, seen from the near side.
  direction TEXT CHECK (direction IN ('cw', 'ccw')),
  core_um INTEGER CHECK (core_um > 0),
  outer_um INTEGER CHECK (outer_um > core_um),
  crossing_millideg INTEGER NOT NULL DEFAULT 0 CHECK (crossing_millideg BETWEEN 0 AND 89000),
  loop_mm INTEGER CHECK (loop_mm > 0),
  inner_end TEXT CHECK (inner_end IN ('free', 'buried')),
  far_side TEXT CHECK (far_side IN ('open', 'closed')),
  PRIMARY KEY (operation_id, piece_id),
  CHECK ((core_um IS NULL) = (outer_um IS NULL))
) STRICT, WITHOUT ROWID;

-- Cakes from before: a winder's spindle turned, nobody noted which way. Their size is known where it was measured, and otherwise about what their firmness makes it.
INSERT INTO strand_laid (operation_id, piece_id, how, core_um, outer_um, crossing_millideg)
SELECT c.operation_id, c.piece_id, CASE WHEN c.winder_id IS NULL THEN NULL ELSE 'spindle' END, c.core_um,
  max(c.core_um + 1, coalesce(c.diameter_um, CAST(round(2e6 * sqrt(
    (c.core_um / 2e6) * (c.core_um / 2e6)
    + part.mass_mg / 1000.0 / (CASE c.again WHEN 1 THEN 0.24e6 ELSE 0.3e6 END)
      / (pi() * coalesce(w.height_um, f.height_um) / 1e6))) AS INTEGER))),
  c.crossing_millideg
FROM wound_cake c
JOIN operation_piece part ON part.operation_id = c.operation_id AND part.piece_id = c.piece_id
LEFT JOIN winder w ON w.id = c.winder_id
LEFT JOIN hand_form f ON f.id = c.hand_form_id;

INSERT INTO strand_laid (operation_id, piece_id, loop_mm)
SELECT m.operation_id, m.piece_id, p.loop_mm FROM mini m JOIN piece p ON p.id = m.piece_id;

-- Small balls that were cut out between minis; what stayed of the parent is what it was, and comes last.
INSERT INTO strand_laid (operation_id, piece_id)
SELECT part.operation_id, part.piece_id
FROM operation_piece part
JOIN operation o ON o.id = part.operation_id AND o.kind = 'split'
JOIN piece p ON p.id = part.piece_id AND p.form = 'ball'
WHERE part.side = 'out' AND part.piece_id < (
  SELECT max(other.piece_id) FROM operation_piece other WHERE other.operation_id = o.id AND other.side = 'out'
);

-- How a piece is meant to be gone on with, as it was chosen for its twist.
CREATE TABLE next_way (
  piece_id INTEGER PRIMARY KEY REFERENCES piece,
  way TEXT NOT NULL CHECK (json_valid(way)),
  chosen_at TEXT NOT NULL
) STRICT;

-- Questions of the practice mode that were answered.
CREATE TABLE practice_answer (
  id INTEGER PRIMARY KEY,
  at TEXT NOT NULL,
  kind TEXT NOT NULL,
  is_right INTEGER NOT NULL CHECK (is_right IN (0, 1))
) STRICT;

-- A marked length, untwisted until its strands lay straight, is one more thing that can be measured.
CREATE TABLE sample_with_twist (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  how TEXT NOT NULL CHECK (how IN ('length', 'reel', 'wraps', 'twist')),
  washed INTEGER NOT NULL DEFAULT 0 CHECK (washed IN (0, 1)),
  length_mm INTEGER CHECK (length_mm > 0),
  mass_mg INTEGER CHECK (mass_mg > 0),
  resolution_mg INTEGER CHECK (resolution_mg > 0),
  humidity_percent INTEGER CHECK (humidity_percent BETWEEN 0 AND 90),
  loops INTEGER CHECK (loops > 0),
  loop_mm INTEGER CHECK (loop_mm > 0),
  spread_mm INTEGER CHECK (spread_mm > 0),
  wpi REAL CHECK (wpi > 0),
  turns REAL CHECK (turns > 0),
  over_mm INTEGER CHECK (over_mm > 0),
  leans TEXT CHECK (leans IN ('S', 'Z')),
  CHECK ((how = 'wraps') = (wpi IS NOT NULL)),
  CHECK ((how IN ('length', 'reel')) = (length_mm IS NOT NULL)),
  CHECK ((length_mm IS NULL) = (mass_mg IS NULL) AND (mass_mg IS NULL) = (resolution_mg IS NULL)),
  CHECK ((how = 'reel') = (loops IS NOT NULL) AND (loops IS NULL) = (loop_mm IS NULL)),
  CHECK ((how = 'twist') = (turns IS NOT NULL) AND (turns IS NULL) = (over_mm IS NULL) AND (turns IS NULL) = (leans IS NULL))
) STRICT;

INSERT INTO sample_with_twist
SELECT operation_id, piece_id, how, washed, length_mm, mass_mg, resolution_mg, humidity_percent, loops, loop_mm,
  spread_mm, wpi, NULL, NULL, NULL
FROM sample;
DROP TABLE sample;
ALTER TABLE sample_with_twist RENAME TO sample;
CREATE INDEX sample_piece ON sample (piece_id);
CREATE TRIGGER stale_sample_in AFTER INSERT ON sample BEGIN
  INSERT OR IGNORE INTO yarn_stale SELECT yarn_id FROM piece WHERE id = NEW.piece_id;
  INSERT OR IGNORE INTO yarn_stale
    SELECT y.id FROM yarn y JOIN piece p ON p.yarn_id = y.like_yarn_id WHERE p.id = NEW.piece_id;
END;

-- How singles were plied by an operation of kind 'ply', and until when the ply is to rest before it is washed.
CREATE TABLE ply (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  method TEXT NOT NULL CHECK (method IN ('both ends', 'two cakes', 'bobbins', 'chain')),
  -- Of the singles, and of the ply; null: not known, or not counted.
  spun TEXT CHECK (spun IN ('S', 'Z')),
  spun_turns_per_km INTEGER CHECK (spun_turns_per_km > 0),
  plied TEXT NOT NULL CHECK (plied IN ('S', 'Z')),
  plied_turns_per_km INTEGER CHECK (plied_turns_per_km > 0),
  rest_until TEXT
) STRICT;
