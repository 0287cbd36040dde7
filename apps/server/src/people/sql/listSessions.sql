-- listSessions: where a person is signed in, used last first, at most 100; renewed at most once a day.
-- $1 workshop_id, $2 technician_id, $3 token_hash of the one that asks, $4 days a session lasts
select id, device, extract(epoch from created_at)::float8 * 1000 as "sinceMs",
  extract(epoch from expires_at - make_interval(days => $4::int))::float8 * 1000 as "usedMs", token_hash = $3::bytea as here
from session where workshop_id = $1::uuid and technician_id = $2::uuid and expires_at > now()
order by token_hash = $3::bytea desc, expires_at desc, id limit 100;
