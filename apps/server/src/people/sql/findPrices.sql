-- findPrices: what a workshop charges.  $1 workshop_id
select prices from price_list where workshop_id = $1::uuid;
