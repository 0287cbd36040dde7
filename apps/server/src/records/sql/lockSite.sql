-- lockSite: a site as it stands, until the transaction ends.  $1 workshop_id, $2 id
select name, spec, customer_id as "customerId" from site where workshop_id = $1::uuid and id = $2::uuid for update;
