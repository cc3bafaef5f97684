-- Tools: which of their figures were measured on the user's own, as a JSON array of names; the others are starting ones.
ALTER TABLE winder ADD COLUMN turning TEXT CHECK (turning IN ('clockwise', 'counterclockwise'));
ALTER TABLE winder ADD COLUMN drive TEXT NOT NULL DEFAULT 'hand' CHECK (drive IN ('hand', 'motor'));
ALTER TABLE winder ADD COLUMN base TEXT NOT NULL DEFAULT 'flat' CHECK (base IN ('flat', 'dished', 'rimmed'));
ALTER TABLE winder ADD COLUMN measured_figures TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(measured_figures));
ALTER TABLE winder ADD COLUMN removed_at TEXT;
UPDATE winder SET measured_figures =
  '["spindleTurnsPerCrank","coreDiameterMm","heightMm","maxDiameterMm","maxMassG","crossingAngleDeg"]'
  WHERE measured = 1;
ALTER TABLE winder DROP COLUMN measured;

ALTER TABLE swift ADD COLUMN measured_figures TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(measured_figures));
ALTER TABLE swift ADD COLUMN removed_at TEXT;
UPDATE swift SET measured_figures =
  CASE kind WHEN 'pegs' THEN '["holeRadiiMm"]' WHEN 'umbrella' THEN '["ribs","minOpenMm","maxOpenMm"]' ELSE '["backDepthMm"]' END
  WHERE measured = 1;
ALTER TABLE swift DROP COLUMN measured;

ALTER TABLE scale ADD COLUMN max_mg INTEGER CHECK (max_mg > 0);
-- A known weight, and what the scale showed of it.
ALTER TABLE scale ADD COLUMN known_mg INTEGER CHECK (known_mg > 0);
ALTER TABLE scale ADD COLUMN shown_mg INTEGER CHECK (shown_mg > 0);
ALTER TABLE scale ADD COLUMN measured_figures TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(measured_figures));
ALTER TABLE scale ADD COLUMN removed_at TEXT;

-- What yarn is wound on by hand.
CREATE TABLE hand_form (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('nostepinne', 'tube', 'thumb')),
  core_um INTEGER NOT NULL CHECK (core_um > 0),
  height_um INTEGER NOT NULL CHECK (height_um > 0),
  max_diameter_um INTEGER NOT NULL CHECK (max_diameter_um > core_um),
  max_mg INTEGER NOT NULL CHECK (max_mg > 0),
  measured_figures TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(measured_figures)),
  removed_at TEXT
) STRICT;

INSERT INTO hand_form (id, name, kind, core_um, height_um, max_diameter_um, max_mg) VALUES
  (1, 'Nostepinne', 'nostepinne', 22000, 75000, 110000, 150000),
  (2, 'Card tube', 'tube', 38000, 80000, 115000, 150000),
  (3, 'Thumb', 'thumb', 26000, 60000, 85000, 60000);

-- Counts the metres that run over its wheel.
CREATE TABLE counter (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  um_per_pulse INTEGER NOT NULL CHECK (um_per_pulse > 0),
  measured_figures TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(measured_figures)),
  removed_at TEXT
) STRICT;

INSERT INTO counter (id, name, um_per_pulse) VALUES (1, 'Length counter', 100000);

-- What the user has settled once for all: the schools they follow.
CREATE TABLE setting (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL CHECK (json_valid(value))
) STRICT;

-- Where this yarn's cakes are worked from; null: as the user's school says.
ALTER TABLE yarn ADD COLUMN work_from TEXT CHECK (work_from IN ('centre', 'outside'));

-- The end of the consumed piece that left it first.
ALTER TABLE operation ADD COLUMN from_end TEXT CHECK (from_end IN ('inner', 'outer'));

-- What each cake taught of its tool: as it was wound, and as it came off.
CREATE TABLE wound_cake (
  operation_id INTEGER NOT NULL REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  winder_id INTEGER REFERENCES winder,
  hand_form_id INTEGER REFERENCES hand_form,
  yarn_kind TEXT NOT NULL,
  -- Wound before, so that it comes out softer.
  again INTEGER NOT NULL CHECK (again IN (0, 1)),
  core_um INTEGER NOT NULL CHECK (core_um > 0),
  crossing_millideg INTEGER NOT NULL,
  turns INTEGER NOT NULL CHECK (turns >= 0),
  planned_turns INTEGER NOT NULL CHECK (planned_turns >= 0),
  winding_ms INTEGER CHECK (winding_ms > 0),
  -- By mass and grist; and by the counter, where one was there.
  length_mm INTEGER NOT NULL CHECK (length_mm > 0),
  counter_mm INTEGER CHECK (counter_mm > 0),
  diameter_um INTEGER CHECK (diameter_um > core_um),
  height_um INTEGER CHECK (height_um > 0),
  PRIMARY KEY (operation_id, piece_id),
  CHECK ((winder_id IS NULL) <> (hand_form_id IS NULL))
) STRICT, WITHOUT ROWID;

CREATE INDEX wound_cake_winder ON wound_cake (winder_id, operation_id) WHERE winder_id IS NOT NULL;
CREATE INDEX wound_cake_form ON wound_cake (hand_form_id, operation_id) WHERE hand_form_id IS NOT NULL;
CREATE INDEX wound_cake_piece ON wound_cake (piece_id);

-- Where a run stood after its event `state_upto`, so that a long one need not be told from its beginning each time.
ALTER TABLE run ADD COLUMN state TEXT CHECK (json_valid(state));
ALTER TABLE run ADD COLUMN state_upto INTEGER;

CREATE INDEX run_event_in_order ON run_event (run_id, id);

-- A knot is one of the things that can be marked; the look at the strands became two steps.
UPDATE run_event SET kind = 'mark', detail = json_set(detail, '$.mark', 'knot') WHERE kind = 'knot';
UPDATE run_event SET kind = 'unmark' WHERE kind = 'unknot';
UPDATE run_event SET detail = json_set(detail, '$.step', 'folded')
  WHERE kind = 'tick' AND json_extract(detail, '$.step') = 'strands';
