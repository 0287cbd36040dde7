-- Up Migration
-- What a logger's clamp showed, beside level and flow; null = none of it in this block.
alter table reading_block add column current_a real[];
alter table reading_block add constraint reading_block_current_equal check (current_a is null or cardinality(current_a) = cardinality(offset_ms));
-- Down Migration
alter table reading_block drop column current_a;
