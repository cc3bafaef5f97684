-- What is to be done at the bench: its day is settled, or proposed anew each time.
CREATE TABLE job (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  kind TEXT NOT NULL CHECK (kind IN ('wind', 'minis', 'ply', 'wash', 'dye', 'measure', 'weigh', 'other')),
  -- What it is, where its kind and its piece do not say.
  title TEXT NOT NULL DEFAULT '',
  piece_id INTEGER REFERENCES piece,
  project_id INTEGER REFERENCES project,
  -- Null: as long as such a thing has taken here.
  minutes INTEGER CHECK (minutes BETWEEN 1 AND 1440),
  due_on TEXT CHECK (due_on GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  planned_on TEXT CHECK (planned_on GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]'),
  created_at TEXT NOT NULL,
  done_at TEXT,
  deleted_at TEXT,
  request_key TEXT UNIQUE,
  CHECK (kind <> 'other' OR title <> ''),
  CHECK (kind = 'other' OR piece_id IS NOT NULL)
) STRICT;

CREATE INDEX job_open ON job (id) WHERE done_at IS NULL AND deleted_at IS NULL;
CREATE INDEX job_piece ON job (piece_id) WHERE piece_id IS NOT NULL;

-- One waits for another, and so many days more.
CREATE TABLE job_after (
  job_id INTEGER NOT NULL REFERENCES job,
  after_id INTEGER NOT NULL REFERENCES job,
  wait_days INTEGER NOT NULL CHECK (wait_days BETWEEN 0 AND 365),
  PRIMARY KEY (job_id, after_id),
  CHECK (job_id <> after_id)
) STRICT, WITHOUT ROWID;

ALTER TABLE project ADD COLUMN cast_on TEXT CHECK (cast_on GLOB '[0-9][0-9][0-9][0-9]-[0-9][0-9]-[0-9][0-9]');
