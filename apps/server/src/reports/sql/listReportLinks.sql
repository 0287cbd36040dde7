-- listReportLinks: links to the report of a visit that still stand, newest first, at most 20.  $1 workshop_id, $2 visit_id
select id, extract(epoch from expires_at)::float8 * 1000 as "expiresAtMs" from report_link
where workshop_id = $1::uuid and visit_id = $2::uuid and expires_at > now() order by created_at desc limit 20;
