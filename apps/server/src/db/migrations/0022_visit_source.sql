-- Up Migration
-- The file that a visit came in by, as it came: what nobody here knows goes out again with it. Only a file brought in later takes its place.
create table visit_source (
  workshop_id uuid not null,
  visit_id uuid not null,
  technician_id uuid not null,
  document text not null constraint visit_source_size check (length(document) <= 34000000),
  brought_at timestamptz not null default now(),
  primary key (workshop_id, visit_id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
alter table visit_source enable row level security;
alter table visit_source force row level security;
create policy own_workshop on visit_source to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
do $$
begin
  execute format('create policy of_owner on visit_source to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', current_user);
end $$;
grant select, insert, update on visit_source to brendik_app;
-- A plate is looked for when a file comes in.
create index machine_serial on machine (workshop_id, lower(record ->> 'serial'));
-- Down Migration
drop index machine_serial;
drop table visit_source;
