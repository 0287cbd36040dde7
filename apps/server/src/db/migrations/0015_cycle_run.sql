-- Up Migration
-- A whole cycle against the clock is a run of its own.
alter table run drop constraint run_kind_known;
alter table run add constraint run_kind_known
  check (kind in ('idle', 'fill', 'hold', 'motion', 'drain', 'after-drain', 'siphon', 'spin', 'cycle'));
-- What it begins is marked as it begins.
alter table mark drop constraint mark_what_known;
alter table mark add constraint mark_what_known
  check (what in ('planned', 'started', 'stopped', 'air-drawn', 'pump-silent', 'leak-seen', 'leak-stopped', 'valve-closed', 'withdrawn',
    'fill', 'wash', 'pause', 'drain', 'spin', 'end'));

-- Down Migration
-- Refused while there are such runs: nothing recorded is lost.
alter table run drop constraint run_kind_known;
alter table run add constraint run_kind_known
  check (kind in ('idle', 'fill', 'hold', 'motion', 'drain', 'after-drain', 'siphon', 'spin'));
alter table mark drop constraint mark_what_known;
alter table mark add constraint mark_what_known
  check (what in ('planned', 'started', 'stopped', 'air-drawn', 'pump-silent', 'leak-seen', 'leak-stopped', 'valve-closed', 'withdrawn'));
