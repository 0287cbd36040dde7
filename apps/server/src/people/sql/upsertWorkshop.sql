-- upsertWorkshop: a workshop, made or taken over.  $1 id, $2 name, $3 demo
insert into workshop (id, name, demo) values ($1::uuid, $2::text, $3::boolean)
on conflict (id) do update set name = excluded.name, demo = excluded.demo;
