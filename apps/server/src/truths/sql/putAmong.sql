-- putAmong: how the runs of a family stand against their peers; one that is not named does not count now.  $1 workshop_id uuid, $2 family text, $3 by run id jsonb
update proven_run set among = $3::jsonb -> run_id::text
where workshop_id = $1::uuid and family = $2::text and among is distinct from $3::jsonb -> run_id::text;
