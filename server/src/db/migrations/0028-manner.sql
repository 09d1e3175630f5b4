-- How the studio writes dates, times and lengths, what it usually asks of a dancer, and the mark a check begins with.
alter table studio
  add column dates text not null default 'day-first' check (dates in ('day-first', 'month-first')),
  add column clock text not null default '24' check (clock in ('24', '12')),
  add column lengths text not null default 'metres' check (lengths in ('metres', 'feet')),
  add column rule_share integer not null default 80 check (rule_share between 10 and 100),
  add column rule_mark text not null default 'alone' check (rule_mark in ('with-help', 'alone', 'dances-it')),
  add column check_mark text not null default 'alone' check (check_mark in ('not-yet', 'with-help', 'alone', 'dances-it'));
