-- The broker at which a household's power meter tells what it reads, and which of its fields is what.
create table mqtt_feed (
    household_id bigint primary key references household,
    host text not null check (length(host) between 1 and 200),
    port integer not null check (port between 1 and 65535),
    tls boolean not null,
    login text check (length(login) <= 200),
    -- said to the broker, and to nobody else
    secret text check (length(secret) <= 200),
    topic text not null check (length(topic) between 1 and 200)
);

alter table mqtt_feed enable row level security;
create policy of_one_household on mqtt_feed to juice_pages using (is_ours(household_id));

create table mqtt_field (
    household_id bigint not null references household,
    -- what it is, by its word
    kind text not null check (kind ~ '^[a-z][a-z0-9-]{0,29}$'),
    topic text not null check (length(topic) between 1 and 400),
    -- where in what the topic carries; empty where that is a number
    path text not null check (length(path) <= 200),
    primary key (household_id, kind)
);

alter table mqtt_field enable row level security;
create policy of_one_household on mqtt_field to juice_pages using (is_ours(household_id));
