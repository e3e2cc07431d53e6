-- What a phone wrote while it was alone: by its own name for the entry, so that it is taken once however often it is sent,
-- and with the time that the phone told.
alter table outage_event add column phone_entry text check (phone_entry ~ '^[a-z0-9-]{8,64}$');
alter table outage_event add column told_at timestamptz;
create unique index outage_event_phone_entry on outage_event (outage_id, phone_entry);

-- whose phone is ready to go on without the server, and since when
create table pocket_ready (
    household_id bigint not null references household,
    who text not null,
    ready_at timestamptz not null,
    primary key (household_id, who)
);

alter table pocket_ready enable row level security;
create policy of_one_household on pocket_ready to juice_pages using (is_ours(household_id));
