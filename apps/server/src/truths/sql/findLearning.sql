-- findLearning: whether a workshop weighs with what its visits taught.  $1 workshop_id uuid
select uses from learning where workshop_id = $1::uuid;
