-- upsertCustomer: a customer as last described.  $1 workshop_id, $2 id, $3 name, $4 phone, $5 note
insert into customer (workshop_id, id, name, phone, note) values ($1::uuid, $2::uuid, $3::text, $4::text, $5::text)
on conflict (workshop_id, id) do update set name = excluded.name, phone = excluded.phone, note = excluded.note, updated_at = now();
