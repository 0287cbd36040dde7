-- lockCustomer: a customer as it stands, until the transaction ends.  $1 workshop_id, $2 id
select name, phone, note from customer where workshop_id = $1::uuid and id = $2::uuid for update;
