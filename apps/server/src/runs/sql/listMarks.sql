-- listMarks: every fact of a run that is no reading, in the order made.  $1 workshop_id uuid, $2 run_id uuid
select id, extract(epoch from at)::float8 * 1000 as "atMs", what, plan, note,
  withdraws_id as "withdrawsId", replaced_by_id as "replacedById", seq
from mark where workshop_id = $1::uuid and run_id = $2::uuid order by seq, received_at limit 10000;
