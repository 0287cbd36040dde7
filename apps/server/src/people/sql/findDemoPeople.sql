-- findDemoPeople: those whom the demo lets in with one click.  $1 role
select t.workshop_id as "workshopId", t.id as "technicianId" from technician t join workshop w on w.id = t.workshop_id
where w.demo and t.active and t.role = $1::text order by t.created_at, t.id limit 1;
