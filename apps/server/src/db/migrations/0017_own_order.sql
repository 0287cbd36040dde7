-- Up Migration
-- The order of checks that a workshop set for itself.
create table own_order (
  workshop_id uuid primary key references workshop,
  technician_id uuid not null,
  entries text[] not null constraint own_order_few check (cardinality(entries) <= 100),
  set_at timestamptz not null default now(),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
alter table own_order enable row level security;
alter table own_order force row level security;
create policy own_workshop on own_order to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
do $$
begin
  execute format('create policy of_owner on own_order to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', current_user);
end $$;
grant select, insert, update on own_order to brendik_app;

-- Down Migration
drop table own_order;
