-- findOwnChances: what the workshop's visits had taught when this one was opened; no row = nothing yet, or it is switched off.  $1 workshop_id, $2 visit_id uuid
select c.chances from visit v
join own_chances c on c.workshop_id = v.workshop_id and c.made_at <= v.created_at
where v.workshop_id = $1::uuid and v.id = $2::uuid
  and not exists (select from learning l where l.workshop_id = v.workshop_id and not l.uses)
order by c.made_at desc limit 1;
