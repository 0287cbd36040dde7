-- endReportLink: a link taken back.  $1 workshop_id, $2 id
update report_link set expires_at = least(expires_at, now()) where workshop_id = $1::uuid and id = $2::uuid;
