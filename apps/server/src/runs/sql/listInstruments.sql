-- listInstruments: those heard of in the last ten seconds, at most 100.  $1 workshop_id uuid
select id, label, rate_hz as "rateHz" from instrument
where workshop_id = $1::uuid and last_seen_at > now() - interval '10 seconds' order by label limit 100;
