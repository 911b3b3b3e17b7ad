-- Revisions that stand beside the line of a take's changes: files were made of them, the take never was as they are.
alter table revision add column aside boolean not null default false;
