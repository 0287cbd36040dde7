-- takeTruth: the next closed visit whose truth is wanted, not handed out again for a while.  $1 seconds for which it is taken float8
with next as materialized (
  select workshop_id, visit_id from truth_wanted where not_before <= now() order by not_before limit 1 for update skip locked
)
update truth_wanted w set tries = w.tries + 1, not_before = now() + make_interval(secs => $1::float8)
from next
where w.workshop_id = next.workshop_id and w.visit_id = next.visit_id
returning w.workshop_id as "workshopId", w.visit_id as "visitId", w.asked, w.tries;
