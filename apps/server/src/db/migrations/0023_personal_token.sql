-- Up Migration
-- Secrets by which a person's own programs ask in that person's name: for reading, or for reading and recording, and for a time.
create table personal_token (
  workshop_id uuid not null,
  id uuid not null,
  technician_id uuid not null,
  label text not null constraint personal_token_label_length check (length(label) between 1 and 200),
  token_hash bytea not null unique,
  records boolean not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  revoked_at timestamptz,
  primary key (workshop_id, id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
create index personal_token_of on personal_token (workshop_id, technician_id);
alter table personal_token enable row level security;
alter table personal_token force row level security;
create policy own_workshop on personal_token to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
create policy door on personal_token to brendik_door using (true) with check (true);
do $$
begin
  execute format('create policy of_owner on personal_token to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', current_user);
end $$;
create trigger personal_token_audit after insert or update on personal_token for each row execute function note_change();
grant select, insert, update on personal_token to brendik_app;
grant select, update (revoked_at) on personal_token to brendik_door;
-- Down Migration
drop table personal_token;
