-- Tables and columns are called what the code and docs/glossary.md call them. SQLite carries views, triggers, indexes and
-- references along.
ALTER TABLE piece RENAME COLUMN born_by TO created_by;

ALTER TABLE run RENAME COLUMN holder TO lease_owner;
ALTER TABLE run RENAME COLUMN holder_seen_ms TO lease_seen_ms;
ALTER TABLE run RENAME COLUMN job_id TO plan_id;

ALTER TABLE mini_job RENAME TO mini_plan;
ALTER TABLE mini RENAME COLUMN job_id TO plan_id;

ALTER TABLE job RENAME TO task;
ALTER TABLE job_after RENAME TO task_after;
ALTER TABLE task_after RENAME COLUMN job_id TO task_id;

ALTER TABLE went RENAME TO consumption;
ALTER TABLE next_way RENAME TO planned_use;
ALTER TABLE strand_left RENAME TO strand_leaving;

ALTER TABLE yarn_now RENAME TO yarn_summary;
ALTER TABLE yarn_stale RENAME TO yarn_dirty;
