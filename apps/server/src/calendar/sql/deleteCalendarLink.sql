-- deleteCalendarLink: the address of somebody's calendar leads nowhere any more.  $1 workshop_id, $2 technician_id
delete from calendar_link where workshop_id = $1::uuid and technician_id = $2::uuid;
