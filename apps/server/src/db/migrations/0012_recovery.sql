-- Up Migration
-- A person sees where they are signed in, and ends it: the secret of a session is nobody's to see, so each has an id beside it.
alter table session add column id uuid not null default gen_random_uuid() unique,
  add column device text not null default '' constraint session_device_length check (length(device) <= 100);

-- What lets somebody set a new password: made by an owner for somebody else, or printed by an owner for the day on which they forget their own.
create table recovery (
  -- SHA-256 of the code: what is stored cannot be used to enter
  token_hash bytea primary key,
  workshop_id uuid not null references workshop,
  technician_id uuid not null,
  made_by uuid not null,
  made_at timestamptz not null default now(),
  printed boolean not null,
  -- null = until it is used or replaced
  expires_at timestamptz,
  used_at timestamptz,
  foreign key (workshop_id, technician_id) references technician (workshop_id, id),
  foreign key (workshop_id, made_by) references technician (workshop_id, id)
);
create index recovery_of_technician on recovery (workshop_id, technician_id);
alter table recovery enable row level security;
alter table recovery force row level security;
create policy own_workshop on recovery to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
create policy door on recovery to brendik_door using (true) with check (true);
do $$ begin
  execute format('create policy of_owner on recovery to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', current_user);
end $$;
grant select, insert, update (used_at) on recovery to brendik_app;
grant select, update (used_at) on recovery to brendik_door;

-- Down Migration
drop table recovery;
alter table session drop column id, drop column device;
