-- A ball is also begun round two fingers and built up on a flat foot. What may stand in a column cannot be changed, so the
-- table is made anew, and with it the one that refers to it.
CREATE TABLE hand_form_wider (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('nostepinne', 'tube', 'thumb', 'fingers')),
  core_um INTEGER NOT NULL CHECK (core_um > 0),
  height_um INTEGER NOT NULL CHECK (height_um > 0),
  max_diameter_um INTEGER NOT NULL CHECK (max_diameter_um > core_um),
  max_mg INTEGER NOT NULL CHECK (max_mg > 0),
  measured_figures TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(measured_figures)),
  removed_at TEXT
) STRICT;

INSERT INTO hand_form_wider (id, name, kind, core_um, height_um, max_diameter_um, max_mg, measured_figures, removed_at)
SELECT id, name, kind, core_um, height_um, max_diameter_um, max_mg, measured_figures, removed_at FROM hand_form;

INSERT INTO hand_form_wider (name, kind, core_um, height_um, max_diameter_um, max_mg)
VALUES ('Two fingers', 'fingers', 36000, 70000, 110000, 120000);

CREATE TABLE wound_cake_wider (
  operation_id INTEGER NOT NULL REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  winder_id INTEGER REFERENCES winder,
  hand_form_id INTEGER REFERENCES hand_form_wider,
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

INSERT INTO wound_cake_wider (operation_id, piece_id, winder_id, hand_form_id, yarn_kind, again, core_um, crossing_millideg,
  turns, planned_turns, winding_ms, length_mm, counter_mm, diameter_um, height_um)
SELECT operation_id, piece_id, winder_id, hand_form_id, yarn_kind, again, core_um, crossing_millideg,
  turns, planned_turns, winding_ms, length_mm, counter_mm, diameter_um, height_um
FROM wound_cake;

DROP TABLE wound_cake;
DROP TABLE hand_form;
ALTER TABLE hand_form_wider RENAME TO hand_form;
ALTER TABLE wound_cake_wider RENAME TO wound_cake;

CREATE INDEX wound_cake_winder ON wound_cake (winder_id, operation_id) WHERE winder_id IS NOT NULL;
CREATE INDEX wound_cake_form ON wound_cake (hand_form_id, operation_id) WHERE hand_form_id IS NOT NULL;
CREATE INDEX wound_cake_piece ON wound_cake (piece_id);
