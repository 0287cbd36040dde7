-- Up Migration
-- The words by which a visit is found. A match on words is no leakproof operator, so under row-level security PostgreSQL may not
-- use an index for it; the search is therefore a function of its own that carries the workshop's condition itself, from the session.
create extension if not exists btree_gin;
create table visit_search (
  workshop_id uuid not null,
  visit_id uuid not null,
  due_at timestamptz not null,
  document tsvector not null,
  primary key (workshop_id, visit_id),
  foreign key (workshop_id, visit_id) references visit (workshop_id, id) on delete cascade
);
create index visit_search_words on visit_search using gin (workshop_id, document);
create index visit_search_newest on visit_search (workshop_id, due_at desc, visit_id desc);
-- No grant and no policy: nobody but the functions below reads it.
alter table visit_search enable row level security;

create function refresh_visit_search(w uuid, visits uuid[]) returns void
language sql security definer set search_path = public, pg_temp as $$
  insert into visit_search (workshop_id, visit_id, due_at, document)
  -- Only letters and digits, split as the search's words are: else the parser reads the number in ZX-9917 as minus 9917.
  select v.workshop_id, v.id, v.due_at, to_tsvector('simple', left(regexp_replace(concat_ws(' ',
    v.complaint, s.name, c.name, c.phone, c.note, m.label,
    m.record ->> 'make', m.record ->> 'model', m.record ->> 'serial', m.spec ->> 'family',
    (select string_agg(concat_ws(' ', o.check_id, o.value #>> '{}'), ' ') from observation o
      where o.workshop_id = v.workshop_id and o.visit_id = v.id and o.check_id is not null),
    (select string_agg(e.value #>> '{}', ' ') from visit_entry e
      where e.workshop_id = v.workshop_id and e.visit_id = v.id and e.topic like 'note:%'),
    (select string_agg(concat_ws(' ', r.kind, res.analysis ->> 'verdict'), ' ') from run r
      join run_result res on res.workshop_id = r.workshop_id and res.run_id = r.id
      where r.workshop_id = v.workshop_id and r.visit_id = v.id)
  ), '[^[:alnum:]]+', ' ', 'g'), 100000))
  from visit v
  join machine m on m.workshop_id = v.workshop_id and m.id = v.machine_id
  join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
  left join customer c on c.workshop_id = s.workshop_id and c.id = s.customer_id
  where v.workshop_id = w and v.id = any (visits)
  on conflict (workshop_id, visit_id) do update set due_at = excluded.due_at, document = excluded.document
$$;

create function refresh_search_of_row() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
declare
  -- Tables differ in their columns; as json each can be asked for any.
  row_of jsonb := to_jsonb(new);
  row_id uuid := (row_of ->> 'id')::uuid;
begin
  perform refresh_visit_search(new.workshop_id, case tg_table_name
    when 'visit' then array[row_id]
    when 'run_result' then (select array_agg(visit_id) from run where workshop_id = new.workshop_id and id = (row_of ->> 'run_id')::uuid)
    when 'machine' then (select array_agg(id) from visit where workshop_id = new.workshop_id and machine_id = row_id)
    when 'site' then (select array_agg(id) from visit where workshop_id = new.workshop_id and site_id = row_id)
    when 'customer' then (select array_agg(v.id) from visit v join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
      where v.workshop_id = new.workshop_id and s.customer_id = row_id)
    else array[(row_of ->> 'visit_id')::uuid]
  end);
  return null;
end $$;
do $$
declare
  t text;
begin
  foreach t in array array['visit', 'observation', 'visit_entry', 'run_result'] loop
    execute format('create trigger %I after insert or update on %I for each row execute function refresh_search_of_row()', t || '_search', t);
  end loop;
  foreach t in array array['machine', 'site', 'customer'] loop
    execute format('create trigger %I after update on %I for each row execute function refresh_search_of_row()', t || '_search', t);
  end loop;
end $$;

-- Visits of the session's workshop that match all words (null = every visit), newest first, after a place in the list.
-- A frequent word is found by walking the newest visits, a rare one by the index of words. Which of the two it is the planner
-- cannot know of a word's beginning, so a stretch of the newest is walked first: too few hits there mean that all hits are few.
create function search_visits(words text, before_at timestamptz, before_id uuid, most int)
returns table (visit_id uuid, due_at timestamptz)
language plpgsql stable security definer set search_path = public, pg_temp as $$
declare
  wanted int := least(greatest(most, 1), 200);
  mine text := format('f.workshop_id = %L::uuid', current_workshop())
    || case when before_at is null then '' else format(' and (f.due_at, f.visit_id) < (%L::timestamptz, %L::uuid)', before_at, before_id) end;
  newest text := ' order by f.due_at desc, f.visit_id desc limit ';
  matches text := case when words is null then '' else format('f.document @@ %L::tsquery', to_tsquery('simple', words)) end;
  hits int;
begin
  if words is null then
    return query execute 'select f.visit_id, f.due_at from visit_search f where ' || mine || newest || wanted;
    return;
  end if;
  execute 'select count(*) from (select f.document from visit_search f where ' || mine || newest || '1500) f where ' || matches into hits;
  if hits >= wanted then
    return query execute 'select f.visit_id, f.due_at from (select f.* from visit_search f where ' || mine || newest || '1500) f where ' || matches || newest || wanted;
  else
    return query execute 'with f as materialized (select f.visit_id, f.due_at from visit_search f where ' || mine || ' and ' || matches || ')'
      || ' select f.visit_id, f.due_at from f' || newest || wanted;
  end if;
end $$;
revoke execute on function refresh_visit_search(uuid, uuid[]), search_visits(text, timestamptz, uuid, int) from public;
grant execute on function search_visits(text, timestamptz, uuid, int) to brendik_app;

create index visit_open on visit (workshop_id, due_at) where closed_at is null;
create index visit_of_machine on visit (workshop_id, machine_id, due_at desc);
create index visit_of_site on visit (workshop_id, site_id);
create index site_of_customer on site (workshop_id, customer_id);
create index machine_newest on machine (workshop_id, updated_at desc);
create index site_newest on site (workshop_id, updated_at desc);
do $$
declare
  w record;
begin
  for w in select workshop_id, array_agg(id) as visits from visit group by 1 loop
    perform refresh_visit_search(w.workshop_id, w.visits);
  end loop;
end $$;

-- Down Migration
drop index site_newest, machine_newest, site_of_customer, visit_of_site, visit_of_machine, visit_open;
drop table visit_search cascade;
drop function search_visits(text, timestamptz, uuid, int), refresh_search_of_row() cascade;
drop function refresh_visit_search(uuid, uuid[]);
