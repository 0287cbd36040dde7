-- findLearning: whether a workshop weighs with what its visits taught, and expects runs by its own records.  $1 workshop_id uuid
select uses, bands from learning where workshop_id = $1::uuid;
