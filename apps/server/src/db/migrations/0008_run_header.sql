-- Up Migration
-- What lists need of a run stands beside it, kept in step with its facts: nobody folds marks or reads blocks to show a day.
alter table run add column plan jsonb;
alter table run add column started_at timestamptz;
alter table run add column stopped_at timestamptz;
with standing as (
  select m.* from mark m
  where not exists (
    select from mark w where w.workshop_id = m.workshop_id and w.run_id = m.run_id and w.withdraws_id = m.id
      and not exists (select from mark w2 where w2.workshop_id = w.workshop_id and w2.run_id = w.run_id and w2.withdraws_id = w.id)
  )
), header as (
  select workshop_id, run_id,
    (array_agg(plan order by seq desc) filter (where what = 'planned'))[1] as planned,
    max(at) filter (where what = 'started') as started_at,
    max(at) filter (where what = 'stopped') as stopped_at
  from standing group by workshop_id, run_id
)
update run r set plan = h.planned -> 'plan', started_at = h.started_at, stopped_at = h.stopped_at,
  kind = coalesce(h.planned -> 'plan' ->> 'kind', r.kind),
  instrument_id = case when h.planned is null then r.instrument_id else (h.planned ->> 'instrumentId')::uuid end
from header h where h.workshop_id = r.workshop_id and h.run_id = r.id;
create index run_of_instrument on run (workshop_id, instrument_id, created_at desc) where instrument_id is not null;

-- Down Migration
drop index run_of_instrument;
alter table run drop column plan;
alter table run drop column started_at;
alter table run drop column stopped_at;
