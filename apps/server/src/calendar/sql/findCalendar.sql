-- findCalendar: whose calendar an address leads to, as long as they may come in.  $1 token_hash
select c.workshop_id as "workshopId", c.technician_id as "technicianId", w.name as "workshopName", t.language from calendar_link c
join technician t on t.workshop_id = c.workshop_id and t.id = c.technician_id join workshop w on w.id = c.workshop_id
where c.token_hash = $1::bytea and t.active;
