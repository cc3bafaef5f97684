-- measured = 0: the figures are the starting ones and nobody has checked them against the tool.
CREATE TABLE winder (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  spindle_turns_per_1000_cranks INTEGER NOT NULL CHECK (spindle_turns_per_1000_cranks > 0),
  core_um INTEGER NOT NULL CHECK (core_um > 0),
  height_um INTEGER NOT NULL CHECK (height_um > 0),
  max_diameter_um INTEGER NOT NULL CHECK (max_diameter_um > core_um),
  max_mg INTEGER NOT NULL CHECK (max_mg > 0),
  crossing_millideg INTEGER NOT NULL DEFAULT 0 CHECK (crossing_millideg BETWEEN 0 AND 89000),
  measured INTEGER NOT NULL DEFAULT 0 CHECK (measured IN (0, 1))
) STRICT;

CREATE TABLE swift (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('pegs', 'umbrella', 'chairs')),
  -- pegs: a JSON array of whole millimetres, the hole nearest to the middle first
  hole_radii_mm TEXT CHECK (json_valid(hole_radii_mm)),
  ribs INTEGER CHECK (ribs >= 3),
  min_open_mm INTEGER,
  max_open_mm INTEGER,
  back_depth_mm INTEGER CHECK (back_depth_mm > 0),
  measured INTEGER NOT NULL DEFAULT 0 CHECK (measured IN (0, 1)),
  CHECK ((kind = 'pegs') = (hole_radii_mm IS NOT NULL)),
  CHECK ((kind = 'umbrella') = (ribs IS NOT NULL AND min_open_mm IS NOT NULL AND max_open_mm IS NOT NULL)),
  CHECK ((kind = 'chairs') = (back_depth_mm IS NOT NULL))
) STRICT;

CREATE TABLE scale (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  resolution_mg INTEGER NOT NULL CHECK (resolution_mg > 0)
) STRICT;

INSERT INTO winder
  (id, name, spindle_turns_per_1000_cranks, core_um, height_um, max_diameter_um, max_mg, crossing_millideg) VALUES
  (1, 'Small winder', 4000, 24000, 68000, 98000, 113000, 20000),
  (2, 'Large winder', 3500, 32000, 90000, 138000, 300000, 18000);

INSERT INTO swift (id, name, kind, hole_radii_mm, ribs, min_open_mm, max_open_mm, back_depth_mm) VALUES
  (1, 'Peg swift', 'pegs', '[180,205,230,255,280,305,330]', NULL, NULL, NULL, NULL),
  (2, 'Umbrella swift', 'umbrella', NULL, 8, 260, 640, NULL),
  (3, 'Two chairs', 'chairs', NULL, NULL, NULL, NULL, 45);

INSERT INTO scale (id, name, resolution_mg) VALUES
  (1, 'Kitchen scale', 1000),
  (2, 'Fine scale', 100);
