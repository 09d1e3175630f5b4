-- A share of a long figure taught on one night is a piece; a part is of a lesson.
alter table plan_figures rename column parts to pieces;
