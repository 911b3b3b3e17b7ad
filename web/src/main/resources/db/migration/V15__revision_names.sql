-- A revision that somebody wants to find again bears a name.
alter table revision add column name varchar(120) null;
