-- The year around the outage: what was done of the generator, its alarms and proofs, and the fuel in store.
create table upkeep (
    household_id bigint primary key references household,
    engine_hours double precision not null check (engine_hours >= 0),
    since date not null,
    battery boolean not null
);

create table upkeep_done (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    -- by its word
    task text not null check (task ~ '^[a-z][a-z-]{0,29}$'),
    done_on date not null,
    at_hours double precision not null check (at_hours >= 0),
    note text not null default '' check (length(note) <= 300),
    who text not null
);

create index upkeep_done_household on upkeep_done (household_id, id desc);

-- what the manual says in the place of the usual; null takes a limit away
create table upkeep_interval (
    household_id bigint not null references household,
    task text not null check (task ~ '^[a-z][a-z-]{0,29}$'),
    days integer check (days > 0),
    hours double precision check (hours > 0),
    primary key (household_id, task)
);

create table fuel_lot (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    bought date not null,
    stabilised boolean not null,
    litres double precision not null check (litres > 0)
);

do $$
declare
    its text;
begin
    foreach its in array array['upkeep', 'upkeep_done', 'upkeep_interval', 'fuel_lot'] loop
        execute format('alter table %I enable row level security', its);
        execute format('create policy of_one_household on %I to juice_pages using (is_ours(household_id))', its);
    end loop;
end
$$;
