-- listTruths: what turned out to be true of the visits closed last.  $1 workshop_id uuid, $2 most int
select truth from visit_truth where workshop_id = $1::uuid and truth is not null order by closed_at desc, visit_id limit $2::int;
