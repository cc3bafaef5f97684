-- What went of a piece by an operation of kind 'use' or 'write off', by the scale or by what was known of it.
CREATE TABLE went (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  -- Null: nobody knew what it weighed.
  mass_mg INTEGER CHECK (mass_mg > 0),
  -- Why it was written off.
  why TEXT CHECK (why IN ('given away', 'sold', 'lost', 'damaged', 'tangled')),
  -- What it was used for.
  project_id INTEGER REFERENCES project,
  CHECK (why IS NULL OR project_id IS NULL)
) STRICT;

CREATE INDEX went_project ON went (project_id) WHERE project_id IS NOT NULL;

-- How the ends were joined by an operation of kind 'join', and the order in which its pieces lie in it, as a JSON array.
CREATE TABLE joined (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  joint TEXT NOT NULL CHECK (joint IN ('knot', 'splice')),
  pieces TEXT NOT NULL CHECK (json_valid(pieces))
) STRICT;

-- The logbook and the calendar ask for days and kinds.
CREATE INDEX operation_kind ON operation (kind, at);
