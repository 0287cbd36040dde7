-- updateRunHeader: what lists show of a run, as its facts now stand; without a plan that stands the last one stays.
-- $1 workshop_id, $2 id, $3 plan jsonb or null, $4 instrument_id or null, $5 started_at ms or null, $6 stopped_at ms or null
update run set
  kind = coalesce($3::jsonb ->> 'kind', kind),
  plan = coalesce($3::jsonb, plan),
  instrument_id = case when $3::jsonb is null then instrument_id else $4::uuid end,
  started_at = to_timestamp($5::float8 / 1000),
  stopped_at = to_timestamp($6::float8 / 1000)
where workshop_id = $1::uuid and id = $2::uuid;
