-- What dancers of each tier manage at a tempo, as the studio states it.
alter table studio add column tempo_limits jsonb not null default
  '{"1":{"changes":3.6,"onBeat":300,"within":140},"2":{"changes":4.2,"onBeat":260,"within":120},"3":{"changes":5,"onBeat":220,"within":100},"4":{"changes":6,"onBeat":180,"within":80}}';
