-- listProven: runs of machines of one family proven healthy that count, newest first.  $1 workshop_id uuid, $2 family text, $3 most int
select facts from proven_run p
where p.workshop_id = $1::uuid and p.family = $2::text
  and not exists (select from set_aside_run s where s.workshop_id = p.workshop_id and s.run_id = p.run_id)
order by at desc, run_id limit $3::int;
