-- Something that is knitted or crocheted row by row, and its yarn weighed meanwhile.
CREATE TABLE knitting (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  -- What it was begun with.
  piece_id INTEGER NOT NULL REFERENCES piece,
  project_id INTEGER REFERENCES project,
  -- How wide its rows are, as JSON.
  pattern TEXT NOT NULL CHECK (json_valid(pattern)),
  -- The row before the border; null: as far as the yarn goes.
  last_row INTEGER CHECK (last_row > 0),
  -- What is kept for the border, as JSON.
  border TEXT CHECK (json_valid(border)),
  created_at TEXT NOT NULL,
  finished_at TEXT,
  deleted_at TEXT,
  request_key TEXT UNIQUE
) STRICT;

CREATE INDEX knitting_project ON knitting (project_id) WHERE project_id IS NOT NULL;

-- How many rows were done when the ball was weighed; its mass stands with the operation, and none is left where that used it up.
CREATE TABLE row_weighing (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  knitting_id INTEGER NOT NULL REFERENCES knitting,
  piece_id INTEGER NOT NULL REFERENCES piece,
  rows_done INTEGER NOT NULL CHECK (rows_done >= 0)
) STRICT;

CREATE INDEX row_weighing_knitting ON row_weighing (knitting_id);

-- The shelf is asked for grams too, and for what was begun; what stands on it is worked out anew.
ALTER TABLE yarn_summary ADD COLUMN mass_g REAL;
INSERT OR IGNORE INTO yarn_dirty SELECT id FROM yarn;
