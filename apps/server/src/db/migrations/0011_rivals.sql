-- Up Migration
-- Two devices that change the same field of a record without seeing each other: what stands stays, and the other is kept beside it until one is chosen.
create table record_rival (
  id uuid not null default gen_random_uuid(),
  workshop_id uuid not null references workshop,
  subject text not null constraint record_rival_subject_known check (subject in ('machine', 'site', 'customer', 'visit')),
  row_id uuid not null,
  -- Keys from the whole record down to the field.
  path text[] not null constraint record_rival_path_short check (cardinality(path) <= 6),
  -- null = the field was taken away
  value jsonb,
  technician_id uuid not null,
  said_at timestamptz not null default now(),
  settled_at timestamptz,
  settled_by uuid,
  primary key (workshop_id, id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id),
  foreign key (workshop_id, settled_by) references technician (workshop_id, id)
);
create index record_rival_open on record_rival (workshop_id, said_at) where settled_at is null;

-- What was put is taken once, however often it is sent: sent again later it would look like a rival to what came after it.
create table record_put (
  id uuid not null,
  workshop_id uuid not null references workshop,
  put_at timestamptz not null default now(),
  primary key (workshop_id, id)
);

do $$
declare
  t text;
begin
  foreach t in array array['record_rival', 'record_put'] loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format('create policy own_workshop on %I to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', t);
    execute format('create policy of_owner on %I to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', t, current_user);
  end loop;
end $$;
grant select, insert on record_put, record_rival to brendik_app;
grant update (settled_at, settled_by) on record_rival to brendik_app;

-- Down Migration
drop table record_put, record_rival;
