-- updatePerson: role and standing of a person; never without an owner who is active.  $1 workshop_id, $2 id, $3 name, $4 role, $5 active
update technician set name = $3::text, role = $4::text, active = $5::boolean
where workshop_id = $1::uuid and id = $2::uuid
  and (($4::text = 'owner' and $5::boolean) or exists (
    select from technician o where o.workshop_id = $1::uuid and o.id <> $2::uuid and o.role = 'owner' and o.active));
