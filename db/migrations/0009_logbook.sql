-- What was noted with operations, to be searched by its words.
CREATE VIRTUAL TABLE note_text USING fts5 (words, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3');

INSERT INTO note_text (rowid, words) SELECT id, note FROM operation WHERE note <> '';

CREATE TRIGGER note_in AFTER INSERT ON operation WHEN NEW.note <> '' BEGIN
  INSERT INTO note_text (rowid, words) VALUES (NEW.id, NEW.note);
END;
CREATE TRIGGER note_out AFTER DELETE ON operation WHEN OLD.note <> '' BEGIN
  DELETE FROM note_text WHERE rowid = OLD.id;
END;

-- A picture of what was done, beside those of the band.
ALTER TABLE picture ADD COLUMN operation_id INTEGER REFERENCES operation;
CREATE INDEX picture_operation ON picture (operation_id) WHERE operation_id IS NOT NULL;

CREATE INDEX run_ended ON run (ended_at) WHERE ended_at IS NOT NULL;
