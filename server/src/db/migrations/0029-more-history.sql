-- Saved plans and accounts have a history like everything else; the bin reads there what was removed.
create constraint trigger plan_drafts_history after insert or update on plan_drafts deferrable initially deferred
  for each row execute function keep_history('planDrafts');
create constraint trigger staff_history after insert or update on staff deferrable initially deferred
  for each row execute function keep_history('staff');
create index history_removed on history (at) where what in ('removed', 'was');
