-- findOwnRecords: what own records say under a key, also where they are not used.  $1 workshop_id uuid, $2 key text
select records from own_band where workshop_id = $1::uuid and key = $2::text;
