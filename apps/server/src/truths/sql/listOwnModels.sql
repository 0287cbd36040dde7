-- listOwnModels: families, then makes and models, of which there are runs of machines proven healthy, most runs first; of a family the model is null.  $1 workshop_id uuid, $2 most int
select p.family, p.model,
  case when grouping(p.model) = 0 then (max(array[to_char(p.at, 'YYYYMMDDHH24MISS'), trim(p.facts ->> 'make') || ' ' || trim(p.facts ->> 'model')]))[2] end as name,
  count(distinct p.machine_id) filter (where (p.among ->> 'used')::boolean)::float8 as machines,
  count(*) filter (where (p.among ->> 'used')::boolean)::float8 as runs,
  count(*) filter (where not (p.among ->> 'used')::boolean)::float8 as far
from proven_run p
where p.workshop_id = $1::uuid
group by grouping sets ((p.family, p.model), (p.family))
order by grouping(p.model) desc, 5 desc, 1, 2 limit $2::int;
