-- putSource: the file that a visit came in by; a later one takes its place.  $1 workshop_id, $2 visit_id, $3 technician_id, $4 document
insert into visit_source (workshop_id, visit_id, technician_id, document) values ($1::uuid, $2::uuid, $3::uuid, $4::text)
on conflict (workshop_id, visit_id) do update set technician_id = excluded.technician_id, document = excluded.document, brought_at = now()
  where visit_source.document <> excluded.document;
