-- What was put back and looked at after an outage.
create table put_back (
    household_id bigint not null references household,
    outage_id bigint not null references outage on delete cascade,
    -- by its word
    thing text not null check (thing ~ '^[a-z][a-z-]{0,29}$'),
    who text not null,
    done_at timestamptz not null,
    primary key (outage_id, thing)
);

alter table put_back enable row level security;
create policy of_one_household on put_back to juice_pages using (is_ours(household_id));
