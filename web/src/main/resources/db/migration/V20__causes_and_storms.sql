-- What was behind a trouble, found while no outage was on; in an outage it is an entry of its log.
create table cause_found (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    -- by their words
    symptom text not null check (symptom ~ '^[a-z][a-z-]{0,29}$'),
    cause text not null check (cause ~ '^[a-z][a-z-]{0,29}$'),
    who text not null,
    found_at timestamptz not null
);

create index cause_found_household on cause_found (household_id);

alter table cause_found enable row level security;
create policy of_one_household on cause_found to juice_pages using (is_ours(household_id));

-- What is done of the list before a storm, until the storm is over.
create table stand_by (
    household_id bigint not null references household,
    -- by its word
    chore text not null check (chore ~ '^[a-z][a-z-]{0,29}$'),
    who text not null,
    done_at timestamptz not null,
    primary key (household_id, chore)
);

alter table stand_by enable row level security;
create policy of_one_household on stand_by to juice_pages using (is_ours(household_id));
