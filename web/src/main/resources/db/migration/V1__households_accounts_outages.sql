create table household (
    id bigint generated always as identity primary key,
    name text not null check (length(name) between 1 and 120),
    -- the household file as imported or edited; null until there is one
    file jsonb,
    created_at timestamptz not null default now()
);

create table account (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    login text not null unique check (login = lower(login) and length(login) between 1 and 80),
    display_name text not null check (length(display_name) between 1 and 80),
    password_hash text not null,
    role text not null check (role in ('owner', 'helper')),
    theme text not null default 'night' check (theme in ('night', 'day'))
);

create table outage (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    rehearsal boolean not null,
    -- as it was when the outage began: the log keeps its meaning when the house is edited later
    household_file jsonb not null,
    started_at timestamptz not null,
    ended_at timestamptz,
    check (ended_at is null or ended_at >= started_at)
);

-- one outage or rehearsal at a time
create unique index outage_open on outage (household_id) where ended_at is null;

create table outage_event (
    outage_id bigint not null references outage,
    sequence int not null check (sequence >= 1),
    at timestamptz not null,
    account_id bigint references account,
    who text not null,
    kind text not null check (kind in ('started', 'done', 'refused-reading', 'corrected', 'opened', 'chosen', 'answered', 'undone', 'ended')),
    payload jsonb not null,
    primary key (outage_id, sequence)
);

create function append_only() returns trigger language plpgsql as $$
begin
    raise exception 'the outage log is append-only';
end
$$;

create trigger outage_event_append_only before update or delete on outage_event
    for each row execute function append_only();

-- sessions outlive a restart of the server
create table spring_session (
    primary_id char(36) not null primary key,
    session_id char(36) not null unique,
    creation_time bigint not null,
    last_access_time bigint not null,
    max_inactive_interval int not null,
    expiry_time bigint not null,
    principal_name varchar(100)
);

create index spring_session_expiry on spring_session (expiry_time);
create index spring_session_principal on spring_session (principal_name);

create table spring_session_attributes (
    session_primary_id char(36) not null references spring_session (primary_id) on delete cascade,
    attribute_name varchar(200) not null,
    attribute_bytes bytea not null,
    primary key (session_primary_id, attribute_name)
);

-- tells every server process that a log has gone on: household and sequence
create function announce() returns trigger language plpgsql as $$
begin
    perform pg_notify('outage_event', (select household_id from outage where id = new.outage_id) || ' ' || new.sequence);
    return null;
end
$$;

create trigger outage_event_announce after insert on outage_event
    for each row execute function announce();
