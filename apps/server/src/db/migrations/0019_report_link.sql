-- Up Migration
-- A link by which a customer reads the report of one visit, in their language and units, for some days.
create table report_link (
  id uuid not null,
  workshop_id uuid not null references workshop,
  visit_id uuid not null,
  -- SHA-256 of the secret in the link
  token_hash bytea not null unique,
  paper jsonb not null constraint report_link_paper_short check (length(paper::text) <= 400),
  made_by uuid not null,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  primary key (workshop_id, id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id),
  foreign key (workshop_id, made_by) references technician (workshop_id, id)
);
create index report_link_of_visit on report_link (workshop_id, visit_id, created_at);
alter table report_link enable row level security;
alter table report_link force row level security;
create policy own_workshop on report_link to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
create policy door on report_link for select to brendik_door using (true);
do $$
begin
  execute format('create policy of_owner on report_link to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', current_user);
end $$;
grant select, insert, update on report_link to brendik_app;
grant select on report_link to brendik_door;

-- Down Migration
drop table report_link;
