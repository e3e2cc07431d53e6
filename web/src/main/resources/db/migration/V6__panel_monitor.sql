-- a device that sends readings has a key that opens nothing else
alter table api_token add column sends_readings boolean not null default false;
alter table api_token add constraint api_token_one_right check (not (may_write and sends_readings));

-- what a panel monitor showed, or what was read in from a table; a reading is known by its time
create table reading (
    household_id bigint not null references household,
    at timestamptz not null,
    place text not null check (place in ('generator', 'panel')),
    source text not null check (source in ('monitor', 'simulated', 'table')),
    -- volts, hertz and amps, null where they were not read
    l1n double precision check (l1n >= 0),
    l2n double precision check (l2n >= 0),
    l1l2 double precision check (l1l2 >= 0),
    hz double precision check (hz >= 0),
    ng double precision check (ng >= 0),
    l1a double precision check (l1a >= 0),
    l2a double precision check (l2a >= 0),
    primary key (household_id, at)
);

-- the stand-in for a panel monitor, and what is wrong with the circuit that it is put in
create table simulated_monitor (
    household_id bigint primary key references household,
    fault text not null
);
