-- printedRecovery: when a person printed the code that stands.  $1 workshop_id, $2 technician_id
select extract(epoch from made_at)::float8 * 1000 as "madeAtMs" from recovery
where workshop_id = $1::uuid and technician_id = $2::uuid and printed and used_at is null;
