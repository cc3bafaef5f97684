-- What went wrong with a piece away from any run, and what helped: until now only in words, in the note.
CREATE TABLE trouble (
  operation_id INTEGER PRIMARY KEY REFERENCES operation,
  trouble TEXT NOT NULL,
  attempt TEXT NOT NULL,
  seconds INTEGER NOT NULL CHECK (seconds >= 0),
  lost_mm INTEGER NOT NULL CHECK (lost_mm >= 0),
  sequel TEXT NOT NULL CHECK (sequel IN ('go on', 'wind again', 'join', 'write off'))
) STRICT;
