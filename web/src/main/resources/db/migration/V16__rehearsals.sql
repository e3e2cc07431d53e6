-- Rehearsals in a made-up world: nothing in them switches anything real, and they stand apart from the log of outages.
create table rehearsal (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    account_id bigint references account,
    who text not null,
    -- what it is about, by its word
    trouble text not null check (trouble ~ '^[a-z][a-z-]{0,39}$'),
    seed bigint not null check (seed >= 0),
    way text not null check (way in ('led', 'by-heart', 'stand-in')),
    -- the house as it was then: what was rehearsed stays true when the house changes
    household_file jsonb not null,
    acts jsonb not null default '[]',
    -- acts that were taken back after something had come of them: they count all the same
    slips jsonb not null default '[]',
    -- so many acts were looked at: the world stands still at the first that something came of
    seen integer not null default 0,
    hints integer not null default 0,
    began_at timestamptz not null,
    ended_at timestamptz,
    went text check (went in ('harm', 'damage', 'help', 'clean'))
);

create index rehearsal_household on rehearsal (household_id, id desc);

alter table rehearsal enable row level security;
create policy of_one_household on rehearsal to juice_pages using (is_ours(household_id));
