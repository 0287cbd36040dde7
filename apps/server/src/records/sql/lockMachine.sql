-- lockMachine: a machine as it stands, until the transaction ends.  $1 workshop_id, $2 id
select spec, record from machine where workshop_id = $1::uuid and id = $2::uuid for update;
