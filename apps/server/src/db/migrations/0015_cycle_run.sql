-- Up Migration
-- A whole cycle against the clock is a run of its own.
alter table run drop constraint run_kind_known;
alter table run add constraint run_kind_known
  check (kind in ('idle', 'fill', 'hold', 'motion', 'drain', 'after-drain', 'siphon', 'spin', 'cycle'));

-- Down Migration
-- Refused while there are such runs: nothing recorded is lost.
alter table run drop constraint run_kind_known;
alter table run add constraint run_kind_known
  check (kind in ('idle', 'fill', 'hold', 'motion', 'drain', 'after-drain', 'siphon', 'spin'));
