-- listMachines: newest first, with the place where each was seen last, at most 500; only those of whose names or id all words are part.
-- $1 workshop_id uuid, $2 words text[] in lower case, empty = all
select m.id, m.spec, m.record, last.site_id as "siteId", last.name as "siteName", last.at_ms as "lastVisitMs" from machine m
left join lateral (
  select v.site_id, s.name, extract(epoch from v.due_at)::float8 * 1000 as at_ms from visit v
  join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
  where v.workshop_id = m.workshop_id and v.machine_id = m.id order by v.due_at desc limit 1
) last on true
where m.workshop_id = $1::uuid and not exists (
  select from unnest($2::text[]) word
  where position(word in lower(concat_ws(' ', m.id, m.label, last.name, m.record ->> 'make', m.record ->> 'model', m.record ->> 'serial'))) = 0
)
order by m.updated_at desc, m.id limit 500;
