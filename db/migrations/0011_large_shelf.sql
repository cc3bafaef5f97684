-- On a shop's shelf every yarn is looked over to tell how many are found, and few are shown: what is shown lies by itself.
ALTER TABLE yarn_now RENAME TO yarn_before;

CREATE TABLE yarn_now (
  yarn_id INTEGER PRIMARY KEY REFERENCES yarn ON DELETE CASCADE,
  sort_name TEXT NOT NULL,
  hue INTEGER NOT NULL,
  weight_class INTEGER,
  grist_m_per_g REAL,
  length_m REAL,
  forms TEXT NOT NULL,
  fibres TEXT NOT NULL,
  place TEXT NOT NULL,
  dye_lot TEXT NOT NULL
) STRICT;

CREATE TABLE yarn_card (
  yarn_id INTEGER PRIMARY KEY REFERENCES yarn_now ON DELETE CASCADE,
  -- As JSON.
  card TEXT NOT NULL
) STRICT;

INSERT INTO yarn_now
SELECT b.yarn_id, b.sort_name, b.hue, b.weight_class, b.grist_m_per_g, b.length_m, b.forms, b.fibres, y.place, y.dye_lot
FROM yarn_before b JOIN yarn y ON y.id = b.yarn_id ORDER BY b.yarn_id;
INSERT INTO yarn_card SELECT yarn_id, card FROM yarn_before ORDER BY yarn_id;
DROP TABLE yarn_before;

CREATE INDEX yarn_now_name ON yarn_now (sort_name, yarn_id);
CREATE INDEX yarn_now_length ON yarn_now (length_m, yarn_id);
CREATE INDEX yarn_now_hue ON yarn_now (hue, yarn_id);
CREATE INDEX yarn_now_class ON yarn_now (weight_class, yarn_id);
CREATE INDEX yarn_now_place ON yarn_now (place, yarn_id);
CREATE INDEX yarn_now_lot ON yarn_now (dye_lot COLLATE NOCASE, yarn_id);
CREATE INDEX yarn_now_waiting ON yarn_now (yarn_id) WHERE instr(forms, '|waiting hank|') > 0;
CREATE INDEX yarn_single ON yarn (id) WHERE plies = 1;
