-- The colours on both sides of a change, where somebody saw them.
ALTER TABLE mark ADD COLUMN inner_hex TEXT
  CHECK (inner_hex GLOB '#[0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f]');
ALTER TABLE mark ADD COLUMN outer_hex TEXT
  CHECK (outer_hex GLOB '#[0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f]');

-- Colours along a piece as an operation found them, one after another, and how long each is; null: it was not seen whole.
-- Between two that do not follow one another a position is left out.
CREATE TABLE colour_stretch (
  operation_id INTEGER NOT NULL REFERENCES operation,
  piece_id INTEGER NOT NULL REFERENCES piece,
  position INTEGER NOT NULL CHECK (position >= 0),
  colour_hex TEXT NOT NULL CHECK (colour_hex GLOB '#[0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f][0-9a-f]'),
  length_mm INTEGER CHECK (length_mm > 0),
  PRIMARY KEY (operation_id, piece_id, position)
) STRICT, WITHOUT ROWID;

CREATE INDEX colour_stretch_piece ON colour_stretch (piece_id);

-- A gauge or a hook alone tells a class too: what stands on the shelf is worked out anew.
INSERT OR IGNORE INTO yarn_dirty SELECT id FROM yarn;

-- Its place in the order in which projects are given their yarn, where that was set by hand; null: by its due date, after those.
ALTER TABLE project ADD COLUMN by_hand INTEGER CHECK (by_hand > 0);
