-- setPassword: a new password.  $1 workshop_id, $2 technician_id, $3 password_hash
update technician set password_hash = $3::text where workshop_id = $1::uuid and id = $2::uuid;
