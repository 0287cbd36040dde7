-- takeAnalysis: the next run that wants a verdict, not handed out again for a while. Chosen once, before any row is joined to it: as a part of
-- the join it may be asked again for each row, and take several.  $1 seconds for which it is taken float8
with next as materialized (
  select workshop_id, run_id from analysis_wanted where not_before <= now()
  order by urgency, not_before limit 1 for update skip locked
)
update analysis_wanted w set tries = w.tries + 1, not_before = now() + make_interval(secs => $1::float8)
from next
where w.workshop_id = next.workshop_id and w.run_id = next.run_id
returning w.workshop_id as "workshopId", w.run_id as "runId", w.asked, w.tries;
