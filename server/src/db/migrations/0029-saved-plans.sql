-- Saved plans have a history like everything that can be removed; the bin reads there what was removed.
create constraint trigger plan_drafts_history after insert or update on plan_drafts deferrable initially deferred
  for each row execute function keep_history('planDrafts');
create index history_removed on history (at) where what in ('removed', 'was');
