-- findOwnBand: what own records say of a machine, by the nearest there are; none where it is switched off.  $1 workshop_id uuid, $2 keys, nearest first text[]
select b.records from own_band b
where b.workshop_id = $1::uuid and b.key = any ($2::text[])
  and not exists (select from learning l where l.workshop_id = b.workshop_id and not l.bands)
order by array_position($2::text[], b.key) limit 1;
