-- How far arms reach and how long steps are, as the studio states it.
alter table studio add column couple_limits jsonb not null default
  '{"reach":{"close":0.75,"twoHands":1.2,"oneHand":1.5,"beside":1,"closeBeside":0.75,"shadow":0.8},"apart":0.3,"shortest":0.2,"longest":2,"aside":0.15}';
