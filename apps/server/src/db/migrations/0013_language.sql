-- Up Migration
-- The language a person chose for themselves; null = as their device says.
alter table technician add column language text constraint technician_language_known check (language in ('en', 'es'));
grant select (language) on technician to brendik_app;

-- Down Migration
alter table technician drop column language;
