-- Up Migration
-- How long a check took: when it was begun, and the minutes of changes of the machine's state that were counted before it.
alter table observation add column began_at timestamptz;
alter table observation add column changes_min real constraint observation_changes_min_possible check (changes_min between 0 and 600);
create index observation_timed on observation (workshop_id, check_id, at desc) where began_at is not null;
create index observation_timed_by on observation (workshop_id, technician_id, check_id, at desc) where began_at is not null;

-- Down Migration
drop index observation_timed_by;
drop index observation_timed;
alter table observation drop column changes_min;
alter table observation drop column began_at;
