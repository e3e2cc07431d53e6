-- What circuits really draw, as learned last from a monitor's readings, until somebody has taken or left it.
create table learned (
    household_id bigint not null references household,
    circuit text not null,
    running_watts double precision not null check (running_watts >= 0),
    starting_watts double precision check (starting_watts >= 0),
    duty_percent double precision check (duty_percent between 0 and 100),
    error_watts double precision not null check (error_watts >= 0),
    -- steps that were seen: turned ON, turned OFF, started by itself
    closed integer not null,
    opened integer not null,
    cycled integer not null,
    -- the readings that it was learned from
    read_from timestamptz not null,
    read_to timestamptz not null,
    -- somebody has looked and left it as it was entered
    left_at timestamptz,
    primary key (household_id, circuit)
);

alter table learned enable row level security;
create policy of_one_household on learned to juice_pages using (is_ours(household_id));

-- What was drawn at the end of those readings, circuit by circuit, and what none of them explains.
create table drawn (
    household_id bigint primary key references household,
    at timestamptz not null,
    circuits text[] not null,
    watts double precision[] not null check (array_length(watts, 1) is not distinct from array_length(circuits, 1)),
    unexplained_l1 double precision not null,
    unexplained_l2 double precision not null
);

alter table drawn enable row level security;
create policy of_one_household on drawn to juice_pages using (is_ours(household_id));
