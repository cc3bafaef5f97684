-- What minis are wound round: once round it bare, and how wide loops can lie on it.
CREATE TABLE reel (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('arm', 'frame', 'reel', 'chair')),
  loop_mm INTEGER NOT NULL CHECK (loop_mm > 0),
  spread_um INTEGER NOT NULL CHECK (spread_um > 0),
  measured_figures TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(measured_figures)),
  removed_at TEXT
) STRICT;

INSERT INTO reel (id, name, kind, loop_mm, spread_um) VALUES
  (1, 'Hand and elbow', 'arm', 640, 40000),
  (2, 'Small frame', 'frame', 760, 80000),
  (3, 'Hand reel', 'reel', 1460, 60000),
  (4, 'Chair back', 'chair', 980, 120000);

-- Minis that are to be made out of some pieces: what is wanted, and what is cut where.
CREATE TABLE mini_job (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  name TEXT NOT NULL,
  plan TEXT NOT NULL CHECK (json_valid(plan)),
  created_at TEXT NOT NULL,
  -- Put away: nothing more is to be made of it.
  ended_at TEXT,
  request_key TEXT UNIQUE
) STRICT;

-- A run at the bench is a winding, or the counting of the minis of one parent.
ALTER TABLE run ADD COLUMN kind TEXT NOT NULL DEFAULT 'wind' CHECK (kind IN ('wind', 'minis'));
ALTER TABLE run ADD COLUMN job_id INTEGER REFERENCES mini_job;
CREATE INDEX run_job ON run (job_id) WHERE job_id IS NOT NULL;

-- Yarn that went into ties, and so is neither a piece nor thrown away.
ALTER TABLE operation ADD COLUMN ties_mg INTEGER NOT NULL DEFAULT 0 CHECK (ties_mg >= 0);

-- Where each mini comes from, and the kit that it was packed into.
CREATE TABLE mini (
  piece_id INTEGER PRIMARY KEY REFERENCES piece,
  operation_id INTEGER NOT NULL REFERENCES operation,
  job_id INTEGER NOT NULL REFERENCES mini_job,
  reel_id INTEGER REFERENCES reel,
  size_id TEXT NOT NULL,
  -- Counted from 1 along the parent, of so many.
  place INTEGER NOT NULL CHECK (place > 0),
  places INTEGER NOT NULL CHECK (places >= place),
  loops INTEGER NOT NULL CHECK (loops > 0),
  wanted_mg INTEGER NOT NULL CHECK (wanted_mg > 0),
  tolerance_mg INTEGER NOT NULL CHECK (tolerance_mg >= 0),
  kit INTEGER CHECK (kit > 0)
) STRICT;

CREATE INDEX mini_job_piece ON mini (job_id);
