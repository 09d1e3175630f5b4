-- How the studio does things: on which day its week begins, and its own words in recaps; empty for those that ship.
alter table studio
  add column first_weekday integer not null default 1 check (first_weekday between 1 and 7),
  add column safe_practice text not null default '',
  add column lost text not null default '',
  add column version integer not null default 1 check (version > 0);
