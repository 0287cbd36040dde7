-- Up Migration
-- Follow-ups are entries of visits; the day asks for all that are due, over all visits.
create index visit_entry_follow on visit_entry (workshop_id, topic) where topic like 'follow:%' or topic like 'followed:%' or topic like 'told:%';

-- A secret address by which a calendar reads what is due to one technician.
create table calendar_link (
  workshop_id uuid not null,
  technician_id uuid not null,
  -- SHA-256 of the secret in the address
  token_hash bytea not null unique,
  made_at timestamptz not null default now(),
  primary key (workshop_id, technician_id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
alter table calendar_link enable row level security;
alter table calendar_link force row level security;
create policy own_workshop on calendar_link to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
create policy door on calendar_link for select to brendik_door using (true);
do $$
begin
  execute format('create policy of_owner on calendar_link to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', current_user);
end $$;
grant select, insert, update, delete on calendar_link to brendik_app;
grant select on calendar_link to brendik_door;

-- Down Migration
drop table calendar_link;
drop index visit_entry_follow;
