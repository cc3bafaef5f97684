-- What is put up for sale: a piece by itself, or a kit that was packed of a plan's minis.
CREATE TABLE offer (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  piece_id INTEGER UNIQUE REFERENCES piece,
  plan_id INTEGER REFERENCES mini_plan,
  kit INTEGER CHECK (kit > 0),
  -- With its currency, as it stands on the label.
  price TEXT NOT NULL CHECK (price <> ''),
  CHECK ((piece_id IS NULL) = (plan_id IS NOT NULL) AND (plan_id IS NULL) = (kit IS NULL)),
  UNIQUE (plan_id, kit)
) STRICT;

-- A piece that was written off as sold; those of one kit were sold together.
CREATE TABLE sale (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  -- The first of what was sold in one go.
  first_id INTEGER NOT NULL REFERENCES operation,
  -- Of all that was sold with it; empty: nobody said.
  price TEXT NOT NULL,
  -- The kit that it was; null: one piece by itself.
  plan_id INTEGER REFERENCES mini_plan,
  kit INTEGER CHECK (kit > 0),
  CHECK ((plan_id IS NULL) = (kit IS NULL))
) STRICT;

CREATE INDEX sale_first ON sale (first_id);

-- A skein that was hung by itself until it rested, and how it turned.
CREATE TABLE hung_skein (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  loop_mm INTEGER NOT NULL CHECK (loop_mm > 0),
  -- Of its lower end; 0: it did not turn.
  half_turns REAL NOT NULL CHECK (half_turns BETWEEN 0 AND 200),
  -- Which way its two sides lay round each other.
  sides TEXT NOT NULL CHECK (sides IN ('S', 'Z')),
  washed INTEGER NOT NULL CHECK (washed IN (0, 1))
) STRICT;

CREATE INDEX hung_skein_piece ON hung_skein (piece_id);
