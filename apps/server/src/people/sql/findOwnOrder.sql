-- findOwnOrder: the order of checks that a workshop set.  $1 workshop_id
select entries from own_order where workshop_id = $1::uuid;
