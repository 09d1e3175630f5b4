-- What a check looks at, and what is danced in it, by the names that they have everywhere else.
alter table checks rename column things to figures;
alter table checks rename column items to routine;
-- What a check was is told by the same names; nothing else of it changes.
alter table history disable trigger history_stays;
update history set state = (state - 'things' - 'items')
    || jsonb_build_object('figures', state -> 'things', 'routine', state -> 'items')
  where list = 'checks' and state ? 'things';
alter table history enable trigger history_stays;
