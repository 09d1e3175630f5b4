-- Each figure of a plan has a place of its own.
lock table plan_figures in access exclusive mode;
update plan_figures p set position = placed.position from (
  select plan_id, figure_id, row_number() over (partition by plan_id order by position, created_at, figure_id) - 1 as position
  from plan_figures) placed
  where placed.plan_id = p.plan_id and placed.figure_id = p.figure_id and placed.position <> p.position;
set constraints all immediate;
alter table plan_figures add constraint plan_figures_position
  unique (plan_id, position) deferrable initially deferred;
