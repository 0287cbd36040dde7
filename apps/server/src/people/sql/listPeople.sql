-- listPeople: the people of a workshop by name, at most 500.  $1 workshop_id
select id, name, email, role, active from technician where workshop_id = $1::uuid order by name, id limit 500;
