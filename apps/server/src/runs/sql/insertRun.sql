-- insertRun: a run of a visit, once.  $1 workshop_id, $2 id, $3 visit_id, $4 instrument_id or null, $5 kind
insert into run (workshop_id, id, visit_id, instrument_id, kind)
values ($1::uuid, $2::uuid, $3::uuid, $4::uuid, $5::text) on conflict do nothing;
