-- findAssignment: the newest run that waits for an instrument's readings, made in the last six hours.  $1 workshop_id, $2 instrument_id
select r.id as "runId", r.plan,
  round(extract(epoch from r.started_at) * 1000)::float8 as "startedAtMs",
  round(extract(epoch from r.stopped_at) * 1000)::float8 as "stoppedAtMs"
from run r
where r.workshop_id = $1::uuid and r.instrument_id = $2::uuid and r.created_at > now() - interval '6 hours'
order by r.created_at desc limit 1;
