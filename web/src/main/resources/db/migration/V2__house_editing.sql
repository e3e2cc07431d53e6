-- goes up with every change, undone ones included: a form tells which one it was made from
alter table household add column version int not null default 1;
-- where in its history the household stands
alter table household add column revision int not null default 0;

-- what the house was after each change; undo and redo walk along it
create table household_revision (
    household_id bigint not null references household,
    revision int not null check (revision >= 0),
    at timestamptz not null default now(),
    who text not null,
    -- in words, such as: moved Kitchen fridge to 7
    change text not null,
    file jsonb,
    primary key (household_id, revision)
);

-- keys with which programs of the household read and write its own file
create table api_token (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    name text not null check (length(name) between 1 and 80),
    -- SHA-256 of the token in hexadecimal: the token itself is shown once and never stored
    token_hash text not null unique,
    may_write boolean not null,
    created_by text not null,
    created_at timestamptz not null default now(),
    last_used_at timestamptz,
    revoked_at timestamptz
);

create index api_token_household on api_token (household_id);

-- acceptance and yearly tests of the transfer device, as they were found
create table device_test (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    test text not null,
    result text not null check (result in ('passed', 'failed')),
    note text not null default '' check (length(note) <= 500),
    who text not null,
    on_day date not null
);

create index device_test_household on device_test (household_id, test, on_day);
