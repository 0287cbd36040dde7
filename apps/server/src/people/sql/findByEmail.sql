-- findByEmail: a person who may sign in.  $1 email, lower case
select workshop_id as "workshopId", id as "technicianId", password_hash as "passwordHash" from technician
where email = $1::text and active and password_hash is not null;
