-- Pictures that a household has taken of its own things: small, and without where they were taken.
create table picture (
    household_id bigint not null references household,
    name text not null check (name ~ '^[a-z0-9]{1,40}$'),
    jpeg bytea not null check (octet_length(jpeg) between 1 and 600000),
    added_at timestamptz not null,
    primary key (household_id, name)
);

alter table picture enable row level security;
create policy of_one_household on picture to juice_pages using (is_ours(household_id));
