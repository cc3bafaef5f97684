CREATE TABLE run (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  piece_id INTEGER NOT NULL REFERENCES piece,
  -- What was planned, as it was then: tools may change, the run's own figures may not.
  plan TEXT NOT NULL CHECK (json_valid(plan)),
  started_at TEXT NOT NULL,
  -- Logged (the operation is there) or given up (it is not).
  ended_at TEXT,
  operation_id INTEGER REFERENCES operation,
  -- The tab that counts, and when it was last heard of (ms since 1970).
  holder TEXT,
  holder_seen_ms INTEGER
) STRICT;

CREATE UNIQUE INDEX run_open_piece ON run (piece_id) WHERE ended_at IS NULL;

-- Only ever added to. Each open screen writes under its own name and counts its events, so that one that is sent
-- twice is kept once, and a screen that comes back knows which of its events have arrived.
CREATE TABLE run_event (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  run_id INTEGER NOT NULL REFERENCES run,
  writer TEXT NOT NULL,
  seq INTEGER NOT NULL CHECK (seq > 0),
  at_ms INTEGER NOT NULL,
  part INTEGER NOT NULL CHECK (part >= 0),
  kind TEXT NOT NULL,
  detail TEXT NOT NULL CHECK (json_valid(detail)),
  UNIQUE (run_id, writer, seq)
) STRICT;
