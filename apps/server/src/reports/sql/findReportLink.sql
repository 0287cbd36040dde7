-- findReportLink: the report that a link leads to, while it stands.  $1 token_hash
select l.workshop_id as "workshopId", l.visit_id as "visitId", l.paper, w.name as "workshopName" from report_link l join workshop w on w.id = l.workshop_id
where l.token_hash = $1::bytea and l.expires_at > now();
