-- putPrices: sets what a workshop charges.  $1 workshop_id, $2 technician_id, $3 prices
insert into price_list (workshop_id, technician_id, prices) values ($1::uuid, $2::uuid, $3::jsonb)
on conflict (workshop_id) do update set technician_id = excluded.technician_id, prices = excluded.prices, set_at = now();
