-- Up Migration
-- Every row belongs to a workshop; composite keys make a reference across workshops impossible.

create table workshop (
  id uuid primary key,
  name text not null constraint workshop_name_length check (length(name) between 1 and 200),
  created_at timestamptz not null default now()
);

create table technician (
  id uuid not null,
  workshop_id uuid not null references workshop,
  name text not null constraint technician_name_length check (length(name) between 1 and 200),
  created_at timestamptz not null default now(),
  primary key (workshop_id, id)
);

create table machine (
  id uuid not null,
  workshop_id uuid not null references workshop,
  label text not null constraint machine_label_length check (length(label) between 1 and 200),
  -- MachineSpec of the core, checked by the same schema at the door
  spec jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (workshop_id, id)
);

create table site (
  id uuid not null,
  workshop_id uuid not null references workshop,
  name text not null constraint site_name_length check (length(name) between 1 and 200),
  -- SiteSpec of the core
  spec jsonb not null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  primary key (workshop_id, id)
);

create table visit (
  id uuid not null,
  workshop_id uuid not null references workshop,
  machine_id uuid not null,
  site_id uuid not null,
  technician_id uuid not null,
  due_at timestamptz not null,
  complaint text not null default '' constraint visit_complaint_length check (length(complaint) <= 2000),
  closed_at timestamptz,
  created_at timestamptz not null default now(),
  primary key (workshop_id, id),
  foreign key (workshop_id, machine_id) references machine (workshop_id, id),
  foreign key (workshop_id, site_id) references site (workshop_id, id),
  foreign key (workshop_id, technician_id) references technician (workshop_id, id)
);
create index visit_due on visit (workshop_id, due_at desc);

-- An instrument announces itself and is then offered on the run board.
create table instrument (
  id uuid not null,
  workshop_id uuid not null references workshop,
  label text not null constraint instrument_label_length check (length(label) between 1 and 200),
  rate_hz real not null constraint instrument_rate_range check (rate_hz > 0 and rate_hz <= 100),
  last_seen_at timestamptz not null default now(),
  primary key (workshop_id, id)
);

create table run (
  id uuid not null,
  workshop_id uuid not null references workshop,
  visit_id uuid not null,
  instrument_id uuid,
  kind text not null constraint run_kind_known check (kind in ('idle', 'fill', 'hold', 'motion', 'drain', 'after-drain', 'siphon', 'spin')),
  created_at timestamptz not null default now(),
  primary key (workshop_id, id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id),
  foreign key (workshop_id, instrument_id) references instrument (workshop_id, id)
);
create index run_of_visit on run (workshop_id, visit_id);

-- Marks are all that happened in a run and is no reading: planned, started, stopped, air drawn, … and withdrawals of earlier entries.
-- Append-only: an undo or a correction is a new row that names what it withdraws and what replaces it.
create table mark (
  id uuid not null,
  workshop_id uuid not null references workshop,
  run_id uuid not null,
  technician_id uuid not null,
  at timestamptz not null,
  what text not null constraint mark_what_known check (what in ('planned', 'started', 'stopped', 'air-drawn', 'pump-silent', 'leak-seen', 'withdrawn')),
  -- planned: the plan; withdrawn: nothing
  plan jsonb,
  note text constraint mark_note_length check (length(note) <= 500),
  withdraws_id uuid,
  replaced_by_id uuid,
  -- order in which the entries were made on the device
  seq int not null,
  received_at timestamptz not null default now(),
  primary key (workshop_id, id),
  foreign key (workshop_id, run_id) references run (workshop_id, id),
  constraint mark_plan_present check ((what = 'planned') = (plan is not null)),
  constraint mark_withdraws_present check ((what = 'withdrawn') = (withdraws_id is not null))
);
create index mark_of_run on mark (workshop_id, run_id);

-- Readings come in blocks: one entry by hand, or a batch of a stream. The block's id, made by the sender, is what makes a
-- repeated batch harmless. Blocks are never changed. Layout measured at ten million readings: docs/decisions.md.
create table reading_block (
  id uuid not null,
  workshop_id uuid not null references workshop,
  run_id uuid not null,
  technician_id uuid,
  source text not null constraint reading_block_source_known check (source in ('hand', 'stream')),
  first_at timestamptz not null,
  offset_ms int[] not null,
  level_mm real[] not null,
  ruler_mm real[] not null,
  flow_l_min real[] not null,
  seq int not null,
  received_at timestamptz not null default now(),
  primary key (workshop_id, id),
  foreign key (workshop_id, run_id) references run (workshop_id, id),
  constraint reading_block_columns_equal check (
    cardinality(offset_ms) between 1 and 20000
    and cardinality(level_mm) = cardinality(offset_ms)
    and cardinality(ruler_mm) = cardinality(offset_ms)
    and cardinality(flow_l_min) = cardinality(offset_ms)
  )
);
create index reading_block_of_run on reading_block (workshop_id, run_id, first_at);

-- The verdict as it was computed from what was stored; replaced when later entries change the run.
create table run_result (
  run_id uuid not null,
  workshop_id uuid not null references workshop,
  analysis jsonb not null,
  computed_at timestamptz not null default now(),
  primary key (workshop_id, run_id),
  foreign key (workshop_id, run_id) references run (workshop_id, id)
);

-- Nothing recorded may be edited or removed, by whatever program connects.
create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% rows are append-only: a correction is a new row', tg_table_name using errcode = 'restrict_violation';
end $$;
create trigger mark_append_only before update or delete on mark for each row execute function refuse_change();
create trigger reading_block_append_only before update or delete on reading_block for each row execute function refuse_change();

-- Down Migration
drop table run_result, reading_block, mark, run, instrument, visit, site, machine, technician, workshop;
drop function refuse_change();
