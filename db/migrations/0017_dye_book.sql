-- A dye bath: what goes into a pot, how it is made, and the colourway that comes out of it.
CREATE TABLE bath (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  name TEXT NOT NULL,
  -- Baths that were planned in one go have the key of the request that planned them.
  series TEXT NOT NULL DEFAULT '',
  -- Dry, of all that goes in.
  fibre_mg INTEGER NOT NULL CHECK (fibre_mg > 0),
  -- Shares of the fibre's mass, water, heat and time, as JSON.
  recipe TEXT NOT NULL CHECK (json_valid(recipe)),
  pot_ml INTEGER CHECK (pot_ml > 0),
  note TEXT NOT NULL DEFAULT '',
  -- By which its pieces went into the pot; null: they have not.
  operation_id INTEGER REFERENCES operation,
  -- As it came out; null: nobody has seen it yet.
  colour_hex TEXT CHECK (colour_hex GLOB '#[0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f]'),
  dye_lot TEXT NOT NULL DEFAULT '',
  created_at TEXT NOT NULL,
  deleted_at TEXT,
  request_key TEXT UNIQUE
) STRICT;

CREATE INDEX bath_operation ON bath (operation_id) WHERE operation_id IS NOT NULL;

-- What is to go into it; what did go in stands with its operation.
CREATE TABLE bath_piece (
  bath_id INTEGER NOT NULL REFERENCES bath,
  piece_id INTEGER NOT NULL REFERENCES piece,
  PRIMARY KEY (bath_id, piece_id)
) STRICT, WITHOUT ROWID;

CREATE INDEX bath_piece_piece ON bath_piece (piece_id);

-- What came out of it is what its yarns are called by.
CREATE TRIGGER dirty_bath AFTER UPDATE OF name, colour_hex, dye_lot, operation_id, deleted_at ON bath BEGIN
  INSERT OR IGNORE INTO yarn_dirty
    SELECT p.yarn_id FROM operation_piece part JOIN piece p ON p.id = part.piece_id
    WHERE part.operation_id IN (NEW.operation_id, OLD.operation_id);
END;
CREATE TRIGGER dirty_bath_in AFTER INSERT ON bath WHEN NEW.operation_id IS NOT NULL BEGIN
  INSERT OR IGNORE INTO yarn_dirty
    SELECT p.yarn_id FROM operation_piece part JOIN piece p ON p.id = part.piece_id
    WHERE part.operation_id = NEW.operation_id;
END;

-- What one spins on: turns of the flyer, or of the spindle, to each treadle or roll, by whorl.
CREATE TABLE wheel (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('wheel', 'spindle')),
  -- JSON: turns to a thousand treadles, the slowest whorl first; of a spindle one alone, to a thousand rolls.
  turns_per_1000 TEXT NOT NULL CHECK (json_valid(turns_per_1000)),
  -- By how much the drive band slips.
  slip_per_mille INTEGER NOT NULL DEFAULT 0 CHECK (slip_per_mille BETWEEN 0 AND 500),
  -- How far is drawn at once; of a spindle, what is spun before it is wound on.
  draw_mm INTEGER NOT NULL CHECK (draw_mm > 0),
  -- Treadles or rolls in a minute, as the hand and foot have them.
  pace_per_min INTEGER NOT NULL CHECK (pace_per_min > 0),
  measured_figures TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(measured_figures)),
  removed_at TEXT
) STRICT;

INSERT INTO wheel (id, name, kind, turns_per_1000, slip_per_mille, draw_mm, pace_per_min) VALUES
  (1, 'Wheel', 'wheel', '[6000,8500,11000]', 0, 300, 60),
  (2, 'Hand spindle', 'spindle', '[5000]', 0, 600, 12);
