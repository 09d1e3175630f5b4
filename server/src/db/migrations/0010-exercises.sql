-- How a figure is practised in class.
alter table figures add column exercises text[] not null default '{}';
