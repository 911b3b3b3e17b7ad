-- Takes and projects that were deleted can be brought back for a while.
alter table take add column deleted_at timestamp(3) null;
alter table project add column deleted_at timestamp(3) null;
-- The take that a clip was in before that one was deleted.
alter table clip add column former_take_id bigint null;
