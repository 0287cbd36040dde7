-- photoRoom: what a workshop's photos take, and how many a visit has.  $1 workshop_id uuid, $2 visit_id uuid
select coalesce(sum(byte_count), 0)::float8 as bytes, count(*) filter (where visit_id = $2::uuid)::int as "ofVisit"
from photo where workshop_id = $1::uuid;
