-- listChanges: who changed what, newest first, before an id, at most 100.  $1 workshop_id, $2 before id or null
select a.id::float8 as id, extract(epoch from a.at)::float8 * 1000 as "atMs", t.name as "by", a.what, a.table_name as "table", a.row_id as "rowId", a.change
from audit_entry a left join technician t on t.workshop_id = a.workshop_id and t.id = a.technician_id
where a.workshop_id = $1::uuid and ($2::bigint is null or a.id < $2::bigint) order by a.id desc limit 100;
