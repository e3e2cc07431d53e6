-- What an outage has cost, as its people say, in their own money.
create table outage_cost (
    household_id bigint not null references household,
    outage_id bigint primary key references outage on delete cascade,
    fuel_per_litre double precision check (fuel_per_litre >= 0),
    food double precision check (food >= 0),
    other double precision check (other >= 0)
);

alter table outage_cost enable row level security;
create policy of_one_household on outage_cost to juice_pages using (is_ours(household_id));
