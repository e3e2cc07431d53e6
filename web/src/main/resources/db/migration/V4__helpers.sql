-- the street's power seen and lost, and somebody taking over
alter table outage_event drop constraint outage_event_kind_check;
alter table outage_event add constraint outage_event_kind_check check (kind in ('started', 'done', 'refused-reading', 'corrected', 'opened', 'chosen', 'answered', 'undone', 'alarmed', 'all-clear', 'utility-seen', 'utility-lost', 'taken-over', 'ended'));

-- with this code others join one outage; it is worth nothing once that has ended
create table join_code (
    outage_id bigint primary key references outage,
    code text not null unique check (length(code) = 6),
    created_at timestamptz not null default now()
);

-- who works on an outage, and where they stand; not part of the log, for it is worth nothing an hour later
create table helper (
    outage_id bigint not null references outage,
    name text not null check (length(name) between 1 and 80),
    -- joined with the code instead of an account
    guest boolean not null,
    place text check (place in ('generator', 'inlet', 'panel', 'indoors')),
    theme text not null default 'night' check (theme in ('night', 'day')),
    seen_at timestamptz not null,
    primary key (outage_id, name)
);

-- the stand-in for a sensor on the street side of the main
create table street_sensor (
    household_id bigint primary key references household,
    live boolean not null,
    since timestamptz not null
);

-- points of a check that a household has no use for
create table put_aside (
    household_id bigint not null references household,
    lookout text not null check (length(lookout) between 1 and 60),
    primary key (household_id, lookout)
);
