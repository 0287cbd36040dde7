-- Up Migration
-- The phase of a leak test in which something was seen; null = not said.
alter table observation add column phase text
  constraint observation_phase_known check (phase in ('idle-taps-on', 'fill', 'hold', 'wash-motion', 'drain', 'spin'));

-- Down Migration
alter table observation drop column phase;
