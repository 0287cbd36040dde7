-- setLanguage: the language a person chose.  $1 workshop_id, $2 technician_id, $3 language
update technician set language = $3::text where workshop_id = $1::uuid and id = $2::uuid;
