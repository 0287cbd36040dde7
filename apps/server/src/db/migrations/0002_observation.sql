-- Up Migration
-- A drip that stops marks the height of a leak; a valve that closes ends a fill that is read on.
alter table mark drop constraint mark_what_known;
alter table mark add constraint mark_what_known
  check (what in ('planned', 'started', 'stopped', 'air-drawn', 'pump-silent', 'leak-seen', 'leak-stopped', 'valve-closed', 'withdrawn'));

-- Things looked at or measured beside the runs. Append-only: taking one back is a new row that names it.
create table observation (
  id uuid not null,
  workshop_id uuid not null references workshop,
  visit_id uuid not null,
  technician_id uuid not null,
  at timestamptz not null,
  -- id of the check catalogue; null = a withdrawal
  check_id text constraint observation_check_length check (length(check_id) between 1 and 60),
  value jsonb,
  tap text constraint observation_tap_known check (tap in ('cold', 'hot')),
  level_mm real,
  withdraws_id uuid,
  received_at timestamptz not null default now(),
  primary key (workshop_id, id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id),
  constraint observation_or_withdrawal check ((check_id is null) = (withdraws_id is not null)),
  constraint observation_value_present check ((check_id is null) = (value is null))
);
create index observation_of_visit on observation (workshop_id, visit_id, at);
create trigger observation_append_only before update or delete on observation for each row execute function refuse_change();

-- Down Migration
drop table observation;
alter table mark drop constraint mark_what_known;
alter table mark add constraint mark_what_known
  check (what in ('planned', 'started', 'stopped', 'air-drawn', 'pump-silent', 'leak-seen', 'withdrawn'));
