-- What a course leads to, which music fits a dance, and what whoever teaches a section should know.
alter table levels add column aim text not null default '';
alter table dances add column music text not null default '';
alter table sections add column good_to_know text not null default '';
