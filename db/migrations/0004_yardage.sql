-- The rest of the band; where the yarn lies; and what has become of its entry.
ALTER TABLE yarn ADD COLUMN gauge_stitches_per_10m INTEGER CHECK (gauge_stitches_per_10m > 0);
ALTER TABLE yarn ADD COLUMN gauge_rows_per_10m INTEGER CHECK (gauge_rows_per_10m > 0);
ALTER TABLE yarn ADD COLUMN care_symbols TEXT NOT NULL DEFAULT '';
ALTER TABLE yarn ADD COLUMN place TEXT NOT NULL DEFAULT '';
-- A yarn whose figures serve while this one has none of its own.
ALTER TABLE yarn ADD COLUMN like_yarn_id INTEGER REFERENCES yarn;
-- Which to go by where samples contradict the band.
ALTER TABLE yarn ADD COLUMN trust TEXT CHECK (trust IN ('band', 'samples'));
ALTER TABLE yarn ADD COLUMN gone TEXT CHECK (gone IN ('put away', 'deleted', 'merged'));
ALTER TABLE yarn ADD COLUMN gone_at TEXT;
-- Those that came in one list share its key.
ALTER TABLE yarn ADD COLUMN batch TEXT;
CREATE INDEX yarn_batch ON yarn (batch) WHERE batch IS NOT NULL;
CREATE INDEX yarn_same ON yarn (
  line COLLATE NOCASE, colour_name COLLATE NOCASE, maker COLLATE NOCASE, dye_lot COLLATE NOCASE
);
CREATE INDEX yarn_gone ON yarn (gone_at) WHERE gone IS NOT NULL;
CREATE INDEX yarn_like ON yarn (like_yarn_id) WHERE like_yarn_id IS NOT NULL;

-- The room's, when the mass was taken.
ALTER TABLE operation_piece ADD COLUMN humidity_percent INTEGER CHECK (humidity_percent BETWEEN 0 AND 90);

-- What was measured on a piece by an operation of kind 'sample'.
CREATE TABLE sample (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  how TEXT NOT NULL CHECK (how IN ('length', 'reel', 'wraps')),
  washed INTEGER NOT NULL DEFAULT 0 CHECK (washed IN (0, 1)),
  length_mm INTEGER CHECK (length_mm > 0),
  mass_mg INTEGER CHECK (mass_mg > 0),
  resolution_mg INTEGER CHECK (resolution_mg > 0),
  humidity_percent INTEGER CHECK (humidity_percent BETWEEN 0 AND 90),
  loops INTEGER CHECK (loops > 0),
  loop_mm INTEGER CHECK (loop_mm > 0),
  spread_mm INTEGER CHECK (spread_mm > 0),
  wpi REAL CHECK (wpi > 0),
  CHECK ((how = 'wraps') = (wpi IS NOT NULL)),
  CHECK ((how = 'wraps') = (length_mm IS NULL)),
  CHECK ((length_mm IS NULL) = (mass_mg IS NULL) AND (mass_mg IS NULL) = (resolution_mg IS NULL)),
  CHECK ((how = 'reel') = (loops IS NOT NULL) AND (loops IS NULL) = (loop_mm IS NULL))
) STRICT;

CREATE INDEX sample_piece ON sample (piece_id);

-- Pictures of the band. The file lies in the folder beside the database, named after what is in it.
CREATE TABLE picture (
  id INTEGER PRIMARY KEY,
  yarn_id INTEGER NOT NULL REFERENCES yarn,
  file TEXT NOT NULL CHECK (file GLOB '[0-9a-f]*.webp' AND instr(file, '/') = 0),
  width INTEGER NOT NULL CHECK (width > 0),
  height INTEGER NOT NULL CHECK (height > 0),
  added_at TEXT NOT NULL,
  removed_at TEXT
) STRICT;

CREATE INDEX picture_yarn ON picture (yarn_id);

-- One yarn that was entered twice: the pieces of the one went over to the other, and can go back.
CREATE TABLE yarn_merge (
  id INTEGER PRIMARY KEY,
  from_yarn INTEGER NOT NULL REFERENCES yarn,
  into_yarn INTEGER NOT NULL REFERENCES yarn CHECK (into_yarn <> from_yarn),
  at TEXT NOT NULL,
  -- The band's fields that were empty and were filled from the other, as a JSON array of column names.
  filled TEXT NOT NULL CHECK (json_valid(filled)),
  undone_at TEXT
) STRICT;

CREATE UNIQUE INDEX yarn_merge_once ON yarn_merge (from_yarn) WHERE undone_at IS NULL;

CREATE TABLE yarn_merge_piece (
  merge_id INTEGER NOT NULL REFERENCES yarn_merge,
  piece_id INTEGER NOT NULL REFERENCES piece,
  -- What it was called before.
  label TEXT NOT NULL,
  PRIMARY KEY (merge_id, piece_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE project (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  notes TEXT NOT NULL DEFAULT '',
  due_on TEXT CHECK (due_on GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  margin_per_mille INTEGER NOT NULL CHECK (margin_per_mille BETWEEN 0 AND 1000),
  spare INTEGER NOT NULL CHECK (spare BETWEEN 0 AND 20),
  created_at TEXT NOT NULL,
  finished_at TEXT,
  deleted_at TEXT,
  request_key TEXT UNIQUE
) STRICT;

CREATE TABLE project_need (
  id INTEGER PRIMARY KEY,
  project_id INTEGER NOT NULL REFERENCES project ON DELETE CASCADE,
  position INTEGER NOT NULL,
  colour TEXT NOT NULL DEFAULT '',
  need_mm INTEGER CHECK (need_mm > 0),
  need_mg INTEGER CHECK (need_mg > 0),
  done_per_mille INTEGER NOT NULL DEFAULT 0 CHECK (done_per_mille BETWEEN 0 AND 1000),
  CHECK ((need_mm IS NULL) <> (need_mg IS NULL))
) STRICT;

CREATE INDEX project_need_project ON project_need (project_id);

CREATE TABLE project_need_yarn (
  need_id INTEGER NOT NULL REFERENCES project_need ON DELETE CASCADE,
  position INTEGER NOT NULL,
  yarn_id INTEGER NOT NULL REFERENCES yarn,
  PRIMARY KEY (need_id, position)
) STRICT, WITHOUT ROWID;

CREATE INDEX project_need_yarn_yarn ON project_need_yarn (yarn_id);

-- What the shelf shows of each yarn, worked out from everything else. Only ever read after `yarn_stale` is emptied:
-- the triggers below put a yarn there whenever anything changes that its line on the shelf follows from.
CREATE TABLE yarn_now (
  yarn_id INTEGER PRIMARY KEY REFERENCES yarn ON DELETE CASCADE,
  sort_name TEXT NOT NULL,
  hue INTEGER NOT NULL,
  weight_class INTEGER,
  grist_m_per_g REAL,
  length_m REAL,
  forms TEXT NOT NULL,
  fibres TEXT NOT NULL,
  card TEXT NOT NULL
) STRICT;

CREATE INDEX yarn_now_name ON yarn_now (sort_name, yarn_id);
CREATE INDEX yarn_now_length ON yarn_now (length_m, yarn_id);
CREATE INDEX yarn_now_hue ON yarn_now (hue, yarn_id);

CREATE VIRTUAL TABLE yarn_text USING fts5 (words, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3');

CREATE TABLE yarn_stale (yarn_id INTEGER PRIMARY KEY) STRICT;

INSERT INTO yarn_stale SELECT id FROM yarn;

CREATE TRIGGER stale_yarn_in AFTER INSERT ON yarn BEGIN
  INSERT OR IGNORE INTO yarn_stale VALUES (NEW.id);
END;
CREATE TRIGGER stale_yarn_on AFTER UPDATE ON yarn BEGIN
  INSERT OR IGNORE INTO yarn_stale VALUES (NEW.id);
  INSERT OR IGNORE INTO yarn_stale SELECT id FROM yarn WHERE like_yarn_id = NEW.id;
END;
CREATE TRIGGER stale_fibre_in AFTER INSERT ON yarn_fibre BEGIN
  INSERT OR IGNORE INTO yarn_stale VALUES (NEW.yarn_id);
END;
CREATE TRIGGER stale_fibre_out AFTER DELETE ON yarn_fibre BEGIN
  INSERT OR IGNORE INTO yarn_stale VALUES (OLD.yarn_id);
END;
CREATE TRIGGER stale_piece_in AFTER INSERT ON piece BEGIN
  INSERT OR IGNORE INTO yarn_stale VALUES (NEW.yarn_id);
END;
CREATE TRIGGER stale_piece_on AFTER UPDATE ON piece BEGIN
  INSERT OR IGNORE INTO yarn_stale VALUES (OLD.yarn_id);
  INSERT OR IGNORE INTO yarn_stale VALUES (NEW.yarn_id);
  -- A piece that goes over to another yarn takes what was measured on it along.
  INSERT OR IGNORE INTO yarn_stale SELECT id FROM yarn WHERE like_yarn_id IN (OLD.yarn_id, NEW.yarn_id);
END;
CREATE TRIGGER stale_part_in AFTER INSERT ON operation_piece BEGIN
  INSERT OR IGNORE INTO yarn_stale SELECT yarn_id FROM piece WHERE id = NEW.piece_id;
END;
CREATE TRIGGER stale_sample_in AFTER INSERT ON sample BEGIN
  INSERT OR IGNORE INTO yarn_stale SELECT yarn_id FROM piece WHERE id = NEW.piece_id;
  INSERT OR IGNORE INTO yarn_stale
    SELECT y.id FROM yarn y JOIN piece p ON p.yarn_id = y.like_yarn_id WHERE p.id = NEW.piece_id;
END;
-- An undo, and the undo of one.
CREATE TRIGGER stale_undo AFTER INSERT ON operation WHEN NEW.undoes IS NOT NULL BEGIN
  INSERT OR IGNORE INTO yarn_stale
    SELECT p.yarn_id FROM operation_piece op JOIN piece p ON p.id = op.piece_id
    WHERE op.operation_id IN (NEW.undoes, (SELECT undoes FROM operation WHERE id = NEW.undoes));
  INSERT OR IGNORE INTO yarn_stale
    SELECT y.id FROM yarn y JOIN piece p ON p.yarn_id = y.like_yarn_id JOIN operation_piece op ON op.piece_id = p.id
    WHERE op.operation_id IN (NEW.undoes, (SELECT undoes FROM operation WHERE id = NEW.undoes));
END;
CREATE TRIGGER stale_run_in AFTER INSERT ON run BEGIN
  INSERT OR IGNORE INTO yarn_stale SELECT yarn_id FROM piece WHERE id = NEW.piece_id;
END;
CREATE TRIGGER stale_run_on AFTER UPDATE OF ended_at ON run BEGIN
  INSERT OR IGNORE INTO yarn_stale SELECT yarn_id FROM piece WHERE id = NEW.piece_id;
END;
