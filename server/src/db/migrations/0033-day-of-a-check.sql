-- What was seen in a check has the check's date, read through it: correcting that moves all of it, and nothing that is
-- kept is rewritten.
create view seen_evidence as
  select e.*, coalesce(c.held_on, e.seen_on) as day from evidence e left join checks c on c.id = e.check_id;
