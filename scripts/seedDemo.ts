/** Lays out the demo data in a new database file. */
import { renameSync } from 'node:fs';
import { openDatabase } from '../db/connection';
import { ternRock } from './ternRock';

const file = process.argv[2];
if (!file) throw new Error('name the file of the database');

// Under another name until it is whole, so that a torn one is never taken for the demo.
const draft = `${file}.draft-${process.pid}`;
const db = openDatabase(draft);
ternRock(db, new Date());
db.pragma('wal_checkpoint(TRUNCATE)');
db.close();
renameSync(draft, file);
