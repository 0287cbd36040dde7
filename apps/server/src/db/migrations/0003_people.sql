-- Up Migration
-- Who may enter, and walls between workshops that hold even when a query forgets its condition.
-- The server never acts as the owner of the tables: rows of a workshop are read and written as brendik_app, which sees only the
-- workshop of the session; sign-in is done as brendik_door, which sees people, sessions and invitations, and no visit.
do $$
declare
  wanted text;
begin
  foreach wanted in array array['brendik_app', 'brendik_door'] loop
    -- Roles belong to the whole cluster, so another database's migration may make them at the same moment.
    begin
      if not exists (select from pg_roles where rolname = wanted) then
        execute format('create role %I nologin', wanted);
      end if;
      -- Where somebody else serves than who owns the tables, the owner has no need of either role.
      if not (select rolsuper from pg_roles where rolname = current_user)
        and not exists (select from pg_roles where rolname = 'brendik_server')
        and not exists (
          select from pg_auth_members m join pg_roles g on g.oid = m.roleid join pg_roles u on u.oid = m.member
          where g.rolname = wanted and u.rolname = current_user) then
        execute format('grant %I to %I', wanted, current_user);
      end if;
    exception when duplicate_object or unique_violation or internal_error then null;
    end;
  end loop;
end $$;

create function current_workshop() returns uuid language sql stable as
  $$ select nullif(current_setting('brendik.workshop_id', true), '')::uuid $$;
create function current_technician() returns uuid language sql stable as
  $$ select nullif(current_setting('brendik.technician_id', true), '')::uuid $$;

alter table workshop add column demo boolean not null default false;
alter table technician
  -- lower case; null = has not been given a way in
  add column email text unique constraint technician_email_form check (email = lower(email) and length(email) between 3 and 200 and email like '%_@_%'),
  add column password_hash text,
  add column role text not null default 'owner' constraint technician_role_known check (role in ('owner', 'technician')),
  add column active boolean not null default true;

create table session (
  -- SHA-256 of the token in the cookie: what is stored cannot be used to enter
  token_hash bytea primary key,
  workshop_id uuid not null,
  technician_id uuid not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
create index session_of_technician on session (workshop_id, technician_id);

create table invitation (
  id uuid not null,
  workshop_id uuid not null references workshop,
  token_hash bytea not null unique,
  role text not null constraint invitation_role_known check (role in ('owner', 'technician')),
  made_by uuid not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  used_at timestamptz,
  primary key (workshop_id, id),
  foreign key (workshop_id, made_by) references technician (workshop_id, id)
);

-- What an instrument shows to the ingest API.
create table instrument_key (
  id uuid not null,
  workshop_id uuid not null references workshop,
  label text not null constraint instrument_key_label_length check (length(label) between 1 and 200),
  token_hash bytea not null unique,
  created_at timestamptz not null default now(),
  revoked_at timestamptz,
  primary key (workshop_id, id)
);

create table customer (
  id uuid not null,
  workshop_id uuid not null references workshop,
  name text not null constraint customer_name_length check (length(name) between 1 and 200),
  phone text not null default '' constraint customer_phone_length check (length(phone) <= 60),
  note text not null default '' constraint customer_note_length check (length(note) <= 2000),
  updated_at timestamptz not null default now(),
  primary key (workshop_id, id)
);
alter table site add column customer_id uuid,
  add foreign key (workshop_id, customer_id) references customer (workshop_id, id);
-- MachineRecord of the core: plate, tech sheet, what was measured and what is assumed
alter table machine add column record jsonb not null default '{}';

alter table observation add column temp_c real;

-- What is said of a visit's stages and of the machine's state. Append-only: an entry names those it replaces, so that two
-- technicians who change the same thing at once leave two entries standing, and both are seen.
create table visit_entry (
  id uuid not null,
  workshop_id uuid not null references workshop,
  visit_id uuid not null,
  technician_id uuid not null,
  at timestamptz not null,
  topic text not null constraint visit_entry_topic_length check (length(topic) between 1 and 80),
  value jsonb not null,
  based_on uuid[] not null default '{}' constraint visit_entry_based_on_few check (cardinality(based_on) <= 50),
  received_at timestamptz not null default now(),
  primary key (workshop_id, id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
create index visit_entry_of_visit on visit_entry (workshop_id, visit_id, at);

create table photo (
  id uuid not null,
  workshop_id uuid not null references workshop,
  visit_id uuid not null,
  technician_id uuid not null,
  at timestamptz not null,
  stage text not null constraint photo_stage_length check (length(stage) between 1 and 40),
  mime text not null constraint photo_mime_known check (mime in ('image/jpeg', 'image/png', 'image/webp')),
  byte_count int not null constraint photo_size check (byte_count between 1 and 2097152),
  received_at timestamptz not null default now(),
  primary key (workshop_id, id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
create index photo_of_visit on photo (workshop_id, visit_id, at);
create table photo_content (
  id uuid not null,
  workshop_id uuid not null,
  bytes bytea not null,
  primary key (workshop_id, id),
  foreign key (workshop_id, id) references photo (workshop_id, id)
);

create trigger visit_entry_append_only before update or delete on visit_entry for each row execute function refuse_change();
create trigger photo_append_only before update or delete on photo for each row execute function refuse_change();
create trigger photo_content_append_only before update or delete on photo_content for each row execute function refuse_change();

-- Who changed what, of everything that is changed in place.
create table audit_entry (
  id bigint generated always as identity primary key,
  workshop_id uuid not null references workshop,
  technician_id uuid,
  at timestamptz not null default now(),
  what text not null,
  table_name text not null,
  row_id uuid not null,
  -- column → [before, after]
  change jsonb not null
);
create index audit_of_workshop on audit_entry (workshop_id, id desc);
create trigger audit_append_only before update or delete on audit_entry for each row execute function refuse_change();

create function note_change() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
declare
  before jsonb := case when tg_op = 'INSERT' then '{}' else to_jsonb(old) end;
  after jsonb := to_jsonb(new);
  changed jsonb;
begin
  select jsonb_object_agg(key, jsonb_build_array(before -> key, after -> key)) into changed
  from jsonb_object_keys(after) key
  where coalesce(before -> key, 'null') <> coalesce(after -> key, 'null')
    and key not in ('updated_at', 'created_at', 'workshop_id', 'id', 'password_hash', 'token_hash');
  if tg_op = 'UPDATE' and before -> 'password_hash' is distinct from after -> 'password_hash' then
    changed := coalesce(changed, '{}') || '{"password": ["…", "…"]}';
  end if;
  if changed is not null then
    insert into audit_entry (workshop_id, technician_id, what, table_name, row_id, change)
    values (new.workshop_id, current_technician(), lower(tg_op), tg_table_name, new.id, changed);
  end if;
  return null;
end $$;
do $$
declare
  t text;
begin
  foreach t in array array['technician', 'machine', 'site', 'customer', 'visit', 'invitation', 'instrument_key'] loop
    execute format('create trigger %I after insert or update on %I for each row execute function note_change()', t || '_audit', t);
  end loop;
end $$;

-- The walls.
do $$
declare
  t text;
begin
  foreach t in array array['technician', 'machine', 'site', 'customer', 'visit', 'instrument', 'run', 'mark', 'reading_block', 'run_result',
    'observation', 'visit_entry', 'photo', 'photo_content', 'invitation', 'instrument_key', 'audit_entry'] loop
    execute format('alter table %I enable row level security', t);
    execute format('create policy own_workshop on %I to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', t);
  end loop;
  alter table workshop enable row level security;
  create policy own_workshop on workshop to brendik_app using (id = current_workshop());
  alter table session enable row level security;
  foreach t in array array['workshop', 'technician', 'session', 'invitation', 'instrument_key'] loop
    execute format('create policy door on %I to brendik_door using (true) with check (true)', t);
  end loop;
end $$;
do $$ begin execute format('grant usage on schema %I to brendik_app, brendik_door', current_schema()); end $$;
grant select on workshop to brendik_app;
grant select (id, workshop_id, name, email, role, active, created_at), update (name, role, active) on technician to brendik_app;
grant select, insert, update on machine, site, customer, visit, instrument, run_result, invitation, instrument_key to brendik_app;
-- insertRun and lockRun: a row lock needs the right to update
grant select, insert, update on run to brendik_app;
grant select, insert on mark, reading_block, observation, visit_entry, photo, photo_content to brendik_app;
grant select on audit_entry to brendik_app;
grant select, insert, update on workshop, technician to brendik_door;
grant select, insert, update, delete on session to brendik_door;
grant select, update on invitation to brendik_door;
grant select on instrument_key to brendik_door;

-- Down Migration
drop table audit_entry, photo_content, photo, visit_entry, instrument_key, invitation, session cascade;
alter table machine drop column record;
alter table observation drop column temp_c;
alter table site drop column customer_id;
drop table customer;
do $$
declare
  t record;
begin
  for t in select tablename, policyname from pg_policies where policyname in ('own_workshop', 'door') loop
    execute format('drop policy %I on %I', t.policyname, t.tablename);
    execute format('alter table %I disable row level security', t.tablename);
  end loop;
  for t in select tgname, tgrelid::regclass as tablename from pg_trigger where tgname like '%\_audit' loop
    execute format('drop trigger %I on %s', t.tgname, t.tablename);
  end loop;
end $$;
drop function note_change();
alter table technician drop column email, drop column password_hash, drop column role, drop column active;
alter table workshop drop column demo;
do $$ begin
  execute format('revoke all on all tables in schema %I from brendik_app, brendik_door', current_schema());
  execute format('revoke usage on schema %I from brendik_app, brendik_door', current_schema());
end $$;
drop function current_workshop(), current_technician();
