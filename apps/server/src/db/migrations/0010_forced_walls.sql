-- Up Migration
-- The walls hold for the owner of the tables too: whoever forgets, or takes back, the role that every transaction begins with sees no row.
-- What the owner's own functions do (search, hoses, who changed what) they do within the workshop that is set.
-- One table is left to its owner: the words of the search, which nobody else may read, and which no index finds behind a wall (0004).
-- A later migration that fills tables of all workshops says `alter table … no force row level security` first, and forces it again.
do $$
declare
  t text;
begin
  for t in
    select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'workshop_id'
    where c.relkind = 'r' and c.relnamespace = current_schema()::regnamespace and c.relname <> 'visit_search'
  loop
    execute format('alter table %I enable row level security', t);
    execute format('alter table %I force row level security', t);
    execute format('create policy of_owner on %I to %I using (workshop_id = current_workshop()) with check (workshop_id = current_workshop())', t, current_user);
  end loop;
  alter table workshop force row level security;
  execute format('create policy of_owner on workshop to %I using (id = current_workshop())', current_user);
  -- At the door nobody has said yet whose people they are: what changes there is noted all the same.
  execute format('create policy noted on audit_entry for insert to %I with check (true)', current_user);
end $$;

-- Down Migration
do $$
declare
  t record;
begin
  for t in select tablename, policyname from pg_policies where policyname in ('of_owner', 'noted') loop
    execute format('drop policy %I on %I', t.policyname, t.tablename);
    execute format('alter table %I no force row level security', t.tablename);
  end loop;
end $$;
