-- Up Migration
-- What turned out to be true of closed visits: made from the facts, thrown away and made again at will. Which visits want one made anew is written down
-- with every fact that is stored of a closed visit, in the same transaction; holds no more than which visit it is, so that the door's role may hand it out.
create table truth_wanted (
  workshop_id uuid not null,
  visit_id uuid not null,
  asked uuid not null default gen_random_uuid(),
  tries int not null default 0,
  not_before timestamptz not null default now(),
  primary key (workshop_id, visit_id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id)
);
create index truth_wanted_next on truth_wanted (not_before);
-- What was closed before.
insert into truth_wanted (workshop_id, visit_id)
select workshop_id, id from visit v where closed_at is not null
  and exists (select from visit_entry e where e.workshop_id = v.workshop_id and e.visit_id = v.id and e.topic like 'act:%')
on conflict do nothing;
alter table truth_wanted enable row level security;
alter table truth_wanted force row level security;
create policy own_workshop on truth_wanted to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
create policy door on truth_wanted to brendik_door using (true) with check (true);
grant select, insert, update, delete on truth_wanted to brendik_app;
grant select, insert, update on truth_wanted to brendik_door;

create table visit_truth (
  workshop_id uuid not null,
  visit_id uuid not null,
  closed_at timestamptz not null,
  version int not null,
  -- VisitTruth of the core; null = nothing says what was true
  truth jsonb,
  made_at timestamptz not null default now(),
  primary key (workshop_id, visit_id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id)
);
create index visit_truth_newest on visit_truth (workshop_id, closed_at desc) where truth is not null;
create index visit_truth_version on visit_truth (version);
-- What the truths known at a time make of the catalogue's chances. A visit is weighed with those of when it was opened, so that it does not change afterwards.
create table own_chances (
  workshop_id uuid not null references workshop,
  made_at timestamptz not null default clock_timestamp(),
  chances jsonb not null constraint own_chances_few check (length(chances::text) <= 20000),
  primary key (workshop_id, made_at)
);
-- Whether a workshop weighs with them; without a row it does.
create table learning (
  workshop_id uuid primary key references workshop,
  technician_id uuid not null,
  uses boolean not null,
  set_at timestamptz not null default now(),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
do $$
declare name text;
begin
  foreach name in array array['visit_truth', 'own_chances', 'learning'] loop
    execute format('alter table %I enable row level security', name);
    execute format('alter table %I force row level security', name);
    execute format('create policy own_workshop on %I to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', name);
    execute format('create policy of_owner on %I to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', name, current_user);
  end loop;
end $$;
create policy door on visit_truth for select to brendik_door using (true);
grant select, insert, update, delete on visit_truth to brendik_app;
grant select (workshop_id, visit_id, version) on visit_truth to brendik_door;
grant select, insert on own_chances to brendik_app;
grant select, insert, update on learning to brendik_app;

create function want_truth(workshop uuid, visit uuid) returns void language sql as $$
  insert into truth_wanted (workshop_id, visit_id)
  select v.workshop_id, v.id from visit v where v.workshop_id = workshop and v.id = visit and v.closed_at is not null
  on conflict (workshop_id, visit_id) do update set asked = gen_random_uuid(), tries = 0, not_before = now()
$$;
create function truth_of_its_visit() returns trigger language plpgsql as $$
begin
  perform want_truth(new.workshop_id, new.visit_id);
  return null;
end $$;
create function truth_of_the_run() returns trigger language plpgsql as $$
begin
  perform want_truth(r.workshop_id, r.visit_id) from run r where r.workshop_id = new.workshop_id and r.id = new.run_id;
  return null;
end $$;
-- Closed, or opened again: either way what was true of it is made anew.
create function truth_of_closed() returns trigger language plpgsql as $$
begin
  insert into truth_wanted (workshop_id, visit_id) values (new.workshop_id, new.id)
  on conflict (workshop_id, visit_id) do update set asked = gen_random_uuid(), tries = 0, not_before = now();
  return null;
end $$;
create trigger visit_closed_truth after update of closed_at on visit for each row when (old.closed_at is distinct from new.closed_at) execute function truth_of_closed();
create trigger visit_entry_truth after insert on visit_entry for each row execute function truth_of_its_visit();
create trigger observation_truth after insert on observation for each row execute function truth_of_its_visit();
create trigger run_result_truth after insert or update on run_result for each row execute function truth_of_the_run();
-- Down Migration
drop trigger run_result_truth on run_result;
drop trigger observation_truth on observation;
drop trigger visit_entry_truth on visit_entry;
drop trigger visit_closed_truth on visit;
drop function truth_of_closed();
drop function truth_of_the_run();
drop function truth_of_its_visit();
drop function want_truth(uuid, uuid);
drop table learning;
drop table own_chances;
drop table visit_truth;
drop table truth_wanted;
