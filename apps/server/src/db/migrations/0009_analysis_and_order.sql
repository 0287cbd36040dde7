-- Up Migration
-- Storing never waits for a verdict: what wants one made anew is written down beside the facts, in the same transaction, and taken up by
-- whichever server process is free. Holds no more than which run it is, so that the door's role may hand it out.
create table analysis_wanted (
  workshop_id uuid not null,
  run_id uuid not null,
  -- another one with every change: a verdict made from less than what is stored now does not take its row away
  asked uuid not null default gen_random_uuid(),
  -- 0 = somebody looks at it or has just stopped it, 1 = only the program has changed
  urgency smallint not null default 0,
  tries int not null default 0,
  not_before timestamptz not null default now(),
  primary key (workshop_id, run_id),
  foreign key (workshop_id, run_id) references run (workshop_id, id)
);
create index analysis_wanted_next on analysis_wanted (urgency, not_before);
alter table analysis_wanted enable row level security;
create policy own_workshop on analysis_wanted to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
create policy door on analysis_wanted to brendik_door using (true) with check (true);
grant select, insert, update, delete on analysis_wanted to brendik_app;
grant select, insert, update on analysis_wanted to brendik_door;

-- Which version of the analysis a verdict is of, so that the outdated ones are found without reading any.
alter table run_result add column version int;
update run_result set version = (analysis ->> 'version')::int;
create index run_result_version on run_result (version);
grant delete on run_result to brendik_app;
grant select (workshop_id, run_id, version) on run_result to brendik_door;
create policy door on run_result for select to brendik_door using (true);

-- The order in which blocks came: a screen that was away asks for what came after the last one it has. Blocks of one run are stored one
-- transaction after the other, so that a later number is never seen before an earlier one.
alter table reading_block add column arrived bigint generated always as identity;
drop index reading_block_of_run;
create index reading_block_of_run on reading_block (workshop_id, run_id, arrived);
create index reading_block_by_hand on reading_block (workshop_id, run_id) where source = 'hand';

-- Down Migration
drop index reading_block_by_hand;
drop index reading_block_of_run;
alter table reading_block drop column arrived;
create index reading_block_of_run on reading_block (workshop_id, run_id, first_at);
drop policy door on run_result;
revoke select (workshop_id, run_id, version) on run_result from brendik_door;
revoke delete on run_result from brendik_app;
drop index run_result_version;
alter table run_result drop column version;
drop table analysis_wanted;
