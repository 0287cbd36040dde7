-- findSource: the file that a visit came in by.  $1 workshop_id, $2 visit_id
select document from visit_source where workshop_id = $1::uuid and visit_id = $2::uuid;
