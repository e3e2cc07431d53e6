-- What hangs at the panel: which version of the house the latest of each sheet was printed from.
create table printed (
    household_id bigint not null references household,
    sheet text not null check (sheet ~ '^[a-z][a-z-]{0,19}$'),
    version text not null,
    at timestamptz not null,
    primary key (household_id, sheet)
);

alter table printed enable row level security;
create policy of_one_household on printed to juice_pages using (is_ours(household_id));
