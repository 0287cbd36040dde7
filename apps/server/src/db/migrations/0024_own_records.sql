-- Up Migration
-- Runs of machines that had been proven healthy, and how each stands against its peers: made from the facts, thrown away and made again at will.
create table proven_run (
  workshop_id uuid not null,
  run_id uuid not null,
  visit_id uuid not null,
  machine_id uuid not null,
  family text not null,
  -- make and model as they are compared; '' = not typed
  model text not null,
  kind text not null,
  at timestamptz not null,
  -- ProvenRun of the core
  facts jsonb not null,
  -- RunAmongPeers of the core; null = not compared yet, or set aside
  among jsonb,
  primary key (workshop_id, run_id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id)
);
create index proven_run_family on proven_run (workshop_id, family, at desc);
create index proven_run_visit on proven_run (workshop_id, visit_id);
-- What they say of a machine, of a make and model, of a family.
create table own_band (
  workshop_id uuid not null references workshop,
  key text not null constraint own_band_key check (length(key) <= 300),
  -- OwnRecords of the core
  records jsonb not null,
  primary key (workshop_id, key)
);
-- Runs that a person said are not to count.
create table set_aside_run (
  workshop_id uuid not null,
  run_id uuid not null,
  technician_id uuid not null,
  set_at timestamptz not null default now(),
  primary key (workshop_id, run_id),
  foreign key (workshop_id, run_id) references run (workshop_id, id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
alter table learning add column bands boolean not null default true;
do $$
declare name text;
begin
  foreach name in array array['proven_run', 'own_band', 'set_aside_run'] loop
    execute format('alter table %I enable row level security', name);
    execute format('alter table %I force row level security', name);
    execute format('create policy own_workshop on %I to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', name);
    execute format('create policy of_owner on %I to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', name, current_user);
    execute format('grant select, insert, update, delete on %I to brendik_app', name);
  end loop;
end $$;
-- Down Migration
drop table set_aside_run;
drop table own_band;
drop table proven_run;
alter table learning drop column bands;
