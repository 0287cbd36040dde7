-- Up Migration
-- A hose pulled off at the pump says something only with the side that gushed and whether water was inside.
alter table observation add column side text constraint observation_side_known check (side in ('pump', 'hose'));
alter table observation add column water_inside boolean;

-- Down Migration
alter table observation drop column water_inside;
alter table observation drop column side;
