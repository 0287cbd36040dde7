-- upsertSite: a site as last described; without a customer the one it has is kept.  $1 workshop_id, $2 id, $3 name, $4 spec jsonb, $5 customer_id or null
insert into site (workshop_id, id, name, spec, customer_id) values ($1::uuid, $2::uuid, $3::text, $4::jsonb, $5::uuid)
on conflict (workshop_id, id) do update
  set name = excluded.name, spec = excluded.spec, customer_id = coalesce(excluded.customer_id, site.customer_id), updated_at = now();
