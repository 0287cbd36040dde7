-- endSession: one of a person's own sessions is over.  $1 workshop_id, $2 technician_id, $3 id
delete from session where workshop_id = $1::uuid and technician_id = $2::uuid and id = $3::uuid;
