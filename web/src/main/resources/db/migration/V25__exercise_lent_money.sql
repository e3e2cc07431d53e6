-- An exercise run of the engine, led step by step; open until it is ended or given up.
create table exercise_run (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    began_at timestamptz not null,
    ended_at timestamptz,
    who text not null,
    -- the step that it is at, by its word, and since when
    step text not null check (step ~ '^[a-z][a-z-]{0,29}$'),
    step_since timestamptz not null,
    engine_from timestamptz,
    engine_to timestamptz,
    load_watts double precision check (load_watts > 0),
    unloaded_l1 double precision check (unloaded_l1 >= 0),
    unloaded_l2 double precision check (unloaded_l2 >= 0),
    unloaded_hz double precision check (unloaded_hz >= 0),
    loaded_l1 double precision check (loaded_l1 >= 0),
    loaded_l2 double precision check (loaded_l2 >= 0),
    loaded_hz double precision check (loaded_hz >= 0)
);

-- one at a time
create unique index exercise_run_open on exercise_run (household_id) where ended_at is null;
create index exercise_run_household on exercise_run (household_id);

alter table exercise_run enable row level security;
create policy of_one_household on exercise_run to juice_pages using (is_ours(household_id));

-- A generator that somebody else has.
create table lent (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    -- first or second, where there are two
    which text not null check (which in ('first', 'second')),
    to_whom text not null check (length(to_whom) between 1 and 80),
    -- what was said of its neutral, by its word
    bond text not null check (bond ~ '^[a-z][a-z-]{0,29}$'),
    note text not null check (length(note) <= 300),
    who text not null,
    lent_on date not null,
    returned_on date
);

create unique index lent_out on lent (household_id, which) where returned_on is null;
create index lent_household on lent (household_id);

alter table lent enable row level security;
create policy of_one_household on lent to juice_pages using (is_ours(household_id));

-- What somebody asks for a transfer device put in, or has been paid for it, in the household's own money.
create table quote (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    -- kind of transfer device, by its word; anything else that was bought for the installation: other
    kind text not null check (kind ~ '^[a-z][a-z-]{0,29}$'),
    amount double precision not null check (amount >= 0),
    note text not null check (length(note) <= 120),
    paid boolean not null,
    on_day date not null
);

create index quote_household on quote (household_id);

alter table quote enable row level security;
create policy of_one_household on quote to juice_pages using (is_ours(household_id));

-- What fuel costs today where this household buys it.
create table fuel_price (
    household_id bigint primary key references household,
    per_litre double precision not null check (per_litre >= 0),
    on_day date not null
);

alter table fuel_price enable row level security;
create policy of_one_household on fuel_price to juice_pages using (is_ours(household_id));

-- A picture with what was done.
alter table upkeep_done add column picture text check (picture ~ '^[a-z0-9]{1,40}$');
