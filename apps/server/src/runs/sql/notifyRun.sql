-- notifyRun: tells every server process that a run has something new.  $1 payload json text
select pg_notify('run_changed', $1::text);
