-- findMachine: one machine.  $1 workshop_id, $2 id
select m.id, m.spec, m.record from machine m where m.workshop_id = $1::uuid and m.id = $2::uuid;
