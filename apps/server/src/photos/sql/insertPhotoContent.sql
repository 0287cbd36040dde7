-- insertPhotoContent: the bytes of a photo, once.  $1 workshop_id, $2 id, $3 bytes
insert into photo_content (workshop_id, id, bytes) values ($1::uuid, $2::uuid, $3::bytea) on conflict do nothing;
