-- findPassword: the hash of a person's password.  $1 workshop_id, $2 technician_id
select password_hash as "passwordHash" from technician where workshop_id = $1::uuid and id = $2::uuid;
