-- Up Migration
-- Whom a link is for, as its owner calls them; links of before have no name.
alter table invitation add column name text not null default '';

-- Down Migration
alter table invitation drop column name;
