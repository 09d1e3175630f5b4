-- A dance says whether its offbeats are swung, whether it is danced alone, which holds it has and which elements of its
-- own. Holds that its figures already name and that do not ship become holds of the dance: how they are danced is
-- guessed from the name this once, and is for the director to look over.
alter table dances add column swung boolean not null default false;
alter table dances add column alone boolean not null default false;
alter table dances add column holds jsonb not null default '[]';
alter table dances add column own_elements jsonb not null default '[]';

with usual (holds) as (values ('[
  {"name": "closed", "otherNames": ["closed position", "close hold"], "hands": 2, "close": true, "facing": "facing", "changesTo": ["open two-hand", "open one-hand"]},
  {"name": "open two-hand", "otherNames": ["two hands", "two-hand", "double hand"], "hands": 2, "close": false, "facing": "facing", "changesTo": ["open one-hand"]},
  {"name": "open one-hand", "otherNames": ["one hand", "one-hand", "single hand", "open"], "hands": 1, "close": false, "facing": "facing", "changesTo": ["open two-hand"]},
  {"name": "crossed hands", "otherNames": ["cross hands", "double cross"], "hands": 2, "close": false, "facing": "facing", "changesTo": []},
  {"name": "side-by-side", "otherNames": ["side by side"], "hands": 1, "close": false, "facing": "beside", "changesTo": []},
  {"name": "promenade", "otherNames": [], "hands": 2, "close": true, "facing": "beside", "changesTo": []},
  {"name": "shadow", "otherNames": [], "hands": 2, "close": true, "facing": "shadow", "changesTo": []},
  {"name": "no hold", "otherNames": ["apart", "free hands", "none"], "hands": 0, "close": false, "facing": "apart", "changesTo": []}
]'::jsonb)),
known (name) as (
  select regexp_replace(lower(one), '[ -]+', ' ', 'g')
  from usual, jsonb_array_elements(holds) hold,
    lateral (select hold->>'name' as one union all select jsonb_array_elements_text(hold->'otherNames')) named
),
named as (
  select f.dance_id, min(found[1]) as name
  from figures f, regexp_matches(f.notation, 'hold "([^"]+)"', 'g') found
  where regexp_replace(lower(trim(found[1])), '[ -]+', ' ', 'g') not in (select name from known)
  group by f.dance_id, regexp_replace(lower(trim(found[1])), '[ -]+', ' ', 'g')
),
own as (
  select dance_id, jsonb_agg(jsonb_build_object(
    'name', left(trim(name), 60), 'otherNames', '[]'::jsonb, 'hands', 2,
    'close', name ~* '\mclosed?\M|\mbody\M',
    'facing', case when name ~* '\mside\M|open position|promenade' then 'beside'
                   when name ~* 'shadow|cape|behind' then 'shadow' else 'facing' end,
    'changesTo', '[]'::jsonb) order by name) as holds
  from named group by dance_id
)
update dances set holds = usual.holds || coalesce((select own.holds from own where own.dance_id = dances.id), '[]'::jsonb)
from usual;

-- The rule for followers is said by its name; the steps stay the same.
update figures set notation = regexp_replace(notation, '^follower mirror$', 'follower opposite', 'gn')
where notation ~ 'follower mirror';
