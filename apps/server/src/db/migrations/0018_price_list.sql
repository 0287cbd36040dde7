-- Up Migration
-- What a workshop charges.
create table price_list (
  workshop_id uuid primary key references workshop,
  technician_id uuid not null,
  prices jsonb not null constraint price_list_few check (length(prices::text) <= 20000),
  set_at timestamptz not null default now(),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
alter table price_list enable row level security;
alter table price_list force row level security;
create policy own_workshop on price_list to brendik_app using (workshop_id = current_workshop()) with check (workshop_id = current_workshop());
do $$
begin
  execute format('create policy of_owner on price_list to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', current_user);
end $$;
grant select, insert, update on price_list to brendik_app;

-- Down Migration
drop table price_list;
