-- lockRun: a run, held until the transaction ends so that two senders cannot interleave.  $1 workshop_id uuid, $2 id uuid
select r.id, r.stopped_at is not null as stopped from run r
where r.workshop_id = $1::uuid and r.id = $2::uuid for update;
