-- findBySerial: machines of a make with a serial number, at most two.  $1 workshop_id, $2 serial, $3 make
select id from machine where workshop_id = $1::uuid and lower(record ->> 'serial') = lower($2::text) and lower(record ->> 'make') = lower($3::text) limit 2;
