-- doorState: whether anybody can sign in yet, and a workshop from before people signed in that the first one takes over.
select exists (select from technician where password_hash is not null) as "anybody",
  (select w.id from workshop w where not w.demo
    and not exists (select from technician t where t.workshop_id = w.id and t.password_hash is not null)
    order by w.created_at limit 1) as "unclaimed";
