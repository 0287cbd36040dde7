-- lockWorkshopPeople: held while a person changes, so that two owners cannot put each other out at once.  $1 workshop_id
select pg_advisory_xact_lock(hashtextextended($1::text, 7));
