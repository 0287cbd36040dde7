-- listOwnTimes: how long checks took, by check for one person and for the whole workshop, each by its newest 200 times. Shorter than 15 s was
-- entered after it was made, longer than an hour was left lying: neither is a time. Of changes counted before it at most 0.7 is taken off.
-- $1 workshop_id, $2 technician_id
with took as (
  select check_id, technician_id, at, extract(epoch from at - began_at)::float8 / 60 as total, coalesce(changes_min, 0)::float8 as changes
  from observation o
  where workshop_id = $1::uuid and began_at is not null and check_id is not null
    and not exists (select from observation w where w.workshop_id = o.workshop_id and w.visit_id = o.visit_id and w.withdraws_id = o.id)
), timed as (
  select check_id, technician_id, at, ln(greatest(total - changes, 0.3 * total)) as ln_min from took where total between 0.25 and 60
), told as (
  select check_id, 'shop' as by, ln_min, row_number() over (partition by check_id order by at desc) as newest from timed
  union all
  select check_id, 'me', ln_min, row_number() over (partition by check_id order by at desc) from timed where technician_id = $2::uuid
)
select check_id as "check", by, count(*)::int as n, percentile_cont(0.5) within group (order by ln_min) as "lnMin"
from told where newest <= 200
group by check_id, by order by check_id, by limit 500;
