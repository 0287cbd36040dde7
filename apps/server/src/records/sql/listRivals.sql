-- listRivals: what two said of one field of a record, newest first, with what stands; a customer by name; at most 200.  $1 workshop_id
select r.id, r.subject, r.row_id as "rowId", record.label, r.path, shown.value, shown.stands,
  t.name as by, extract(epoch from r.said_at)::float8 * 1000 as "atMs"
from record_rival r
join technician t on t.workshop_id = r.workshop_id and t.id = r.technician_id
cross join lateral (
  select label, jsonb_build_object('spec', spec, 'record', record) as whole from machine
  where r.subject = 'machine' and workshop_id = r.workshop_id and id = r.row_id
  union all
  select name, jsonb_build_object('name', name, 'spec', spec, 'customerId', customer_id) from site
  where r.subject = 'site' and workshop_id = r.workshop_id and id = r.row_id
  union all
  select name, jsonb_build_object('name', name, 'phone', phone, 'note', note) from customer
  where r.subject = 'customer' and workshop_id = r.workshop_id and id = r.row_id
  union all
  select complaint, jsonb_build_object('machineId', machine_id, 'siteId', site_id, 'dueAtMs', extract(epoch from due_at)::float8 * 1000, 'complaint', complaint) from visit
  where r.subject = 'visit' and workshop_id = r.workshop_id and id = r.row_id
) record
cross join lateral (
  select r.value, record.whole #> r.path as stands where r.path <> '{customerId}'
  union all
  select (select to_jsonb(name) from customer where workshop_id = r.workshop_id and id::text = r.value #>> '{}'),
    (select to_jsonb(name) from customer where workshop_id = r.workshop_id and id::text = record.whole ->> 'customerId')
  where r.path = '{customerId}'
) shown
where r.workshop_id = $1::uuid and r.settled_at is null
order by r.said_at desc, r.id limit 200;
