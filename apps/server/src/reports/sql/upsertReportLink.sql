-- upsertReportLink: a link to one report; asked for again under the same id it gets a new secret.  $1 workshop_id, $2 id, $3 visit_id, $4 token_hash, $5 paper, $6 made_by, $7 days
insert into report_link (workshop_id, id, visit_id, token_hash, paper, made_by, expires_at)
values ($1::uuid, $2::uuid, $3::uuid, $4::bytea, $5::jsonb, $6::uuid, now() + $7::int * interval '1 day')
on conflict (workshop_id, id) do update set token_hash = excluded.token_hash, paper = excluded.paper, expires_at = excluded.expires_at
  where report_link.visit_id = excluded.visit_id;
