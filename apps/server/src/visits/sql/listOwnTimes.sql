-- listOwnTimes: how long checks took, by check for one person and for the whole workshop, each by its newest 200 times. Shorter than 15 s was
-- entered after it was made, longer than an hour was left lying: neither is a time. Of changes counted before it at most 0.7 is taken off.
-- $1 workshop_id, $2 technician_id, $3 check ids
with wanted as (
  select unnest($3::text[]) as id
), took as (
  select wanted.id, 'shop' as by, newest.* from wanted cross join lateral (
    select extract(epoch from o.at - o.began_at)::float8 / 60 as total, coalesce(o.changes_min, 0)::float8 as changes
    from observation o
    where o.workshop_id = $1::uuid and o.check_id = wanted.id and o.began_at is not null
      and o.at - o.began_at between interval '15 seconds' and interval '1 hour'
      and not exists (select from observation w where w.workshop_id = o.workshop_id and w.visit_id = o.visit_id and w.withdraws_id = o.id)
    order by o.at desc limit 200
  ) newest
  union all
  select wanted.id, 'me', newest.* from wanted cross join lateral (
    select extract(epoch from o.at - o.began_at)::float8 / 60 as total, coalesce(o.changes_min, 0)::float8 as changes
    from observation o
    where o.workshop_id = $1::uuid and o.technician_id = $2::uuid and o.check_id = wanted.id and o.began_at is not null
      and o.at - o.began_at between interval '15 seconds' and interval '1 hour'
      and not exists (select from observation w where w.workshop_id = o.workshop_id and w.visit_id = o.visit_id and w.withdraws_id = o.id)
    order by o.at desc limit 200
  ) newest
)
select id as "check", by, count(*)::int as n, percentile_cont(0.5) within group (order by ln(greatest(total - changes, 0.3 * total))) as "lnMin"
from took group by id, by order by id, by limit 500;
