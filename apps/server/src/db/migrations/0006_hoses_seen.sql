-- Up Migration
-- When the fill hoses of each machine were looked at last, kept by trigger from the observations that stand: the day asks for those due.
create table hose_inspection (
  workshop_id uuid not null,
  machine_id uuid not null,
  seen_at timestamptz not null,
  primary key (workshop_id, machine_id),
  foreign key (workshop_id, machine_id) references machine (workshop_id, id) on delete cascade
);
create index hose_inspection_oldest on hose_inspection (workshop_id, seen_at);
alter table hose_inspection enable row level security;
create policy own_workshop on hose_inspection to brendik_app using (workshop_id = current_workshop());
grant select on hose_inspection to brendik_app;

create function refresh_hose_inspection(w uuid, m uuid) returns void
language plpgsql security definer set search_path = public, pg_temp as $$
declare
  last_at timestamptz;
begin
  -- Two looks at once: the second waits, and then counts the first as well.
  perform pg_advisory_xact_lock(hashtextextended('hoses ' || w || m, 0));
  select max(o.at) into last_at
  from visit v join observation o on o.workshop_id = v.workshop_id and o.visit_id = v.id
  where v.workshop_id = w and v.machine_id = m and o.check_id = 'fill-hose.look'
    and not exists (select from observation t where t.workshop_id = w and t.visit_id = v.id and t.withdraws_id = o.id);
  if last_at is null then
    delete from hose_inspection where workshop_id = w and machine_id = m;
  else
    insert into hose_inspection (workshop_id, machine_id, seen_at) values (w, m, last_at)
    on conflict (workshop_id, machine_id) do update set seen_at = excluded.seen_at;
  end if;
end $$;

create function hoses_looked_at() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
begin
  if new.check_id = 'fill-hose.look' or new.withdraws_id is not null then
    perform refresh_hose_inspection(new.workshop_id, (select machine_id from visit where workshop_id = new.workshop_id and id = new.visit_id));
  end if;
  return null;
end $$;
create function hoses_move_along() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
begin
  -- Always in one order, so that two visits that swap machines do not wait for each other.
  perform refresh_hose_inspection(new.workshop_id, least(old.machine_id, new.machine_id));
  perform refresh_hose_inspection(new.workshop_id, greatest(old.machine_id, new.machine_id));
  return null;
end $$;
create trigger visit_hoses after update on visit for each row
  when (old.machine_id is distinct from new.machine_id) execute function hoses_move_along();
create trigger observation_hoses after insert on observation for each row execute function hoses_looked_at();
revoke execute on function refresh_hose_inspection(uuid, uuid) from public;
do $$
declare
  m record;
begin
  for m in select distinct v.workshop_id, v.machine_id from observation o
    join visit v on v.workshop_id = o.workshop_id and v.id = o.visit_id where o.check_id = 'fill-hose.look' loop
    perform refresh_hose_inspection(m.workshop_id, m.machine_id);
  end loop;
end $$;

-- Down Migration
drop trigger observation_hoses on observation;
drop trigger visit_hoses on visit;
drop function hoses_looked_at(), hoses_move_along(), refresh_hose_inspection(uuid, uuid);
drop table hose_inspection;
