-- findPhotoContent: the bytes of a photo.  $1 workshop_id, $2 id
select p.mime, c.bytes from photo p join photo_content c on c.workshop_id = p.workshop_id and c.id = p.id
where p.workshop_id = $1::uuid and p.id = $2::uuid;
