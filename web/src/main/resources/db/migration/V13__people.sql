-- what somebody of the household may do; a helper of one outage has no account and is a guest
alter table account drop constraint account_role_check;
update account set role = 'member' where role = 'helper';
alter table account add constraint account_role_check check (role in ('owner', 'member', 'watcher', 'electrician'));
alter table account add column licence text check (length(licence) between 1 and 80);
-- the log names its people for good: who is removed keeps a row, and can't sign in
alter table account add column removed_at timestamptz;

-- a way in for somebody new, or a new password for somebody who is there; the code itself is shown once and never stored
create table invitation (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    -- SHA-256 in hexadecimal
    code_hash text not null unique,
    -- owner: of a household of their own, which the code founds on this server
    role text check (role in ('owner', 'member', 'watcher', 'electrician')),
    account_id bigint references account,
    invited_by text not null,
    expires_at timestamptz not null,
    used_at timestamptz,
    check ((role is null) <> (account_id is null))
);

-- browsers in which somebody has signed in before: whoever guesses elsewhere doesn't lock them out
create table known_device (
    token_hash text primary key,
    account_id bigint not null references account,
    used_at timestamptz not null default now()
);

-- who got at what: sign-ins, keys, people, exports
create table audit (
    id bigint generated always as identity primary key,
    household_id bigint not null references household,
    at timestamptz not null default now(),
    who text not null,
    what text not null check (what ~ '^[a-z][a-z-]{0,39}$'),
    detail text not null default '' check (length(detail) <= 200)
);

create index audit_household on audit (household_id, id desc);

-- the log can be forgotten as a whole, with its household, and in no other way
create or replace function append_only() returns trigger language plpgsql as $$
begin
    if tg_op = 'DELETE' and current_setting('juice.forgetting', true) = 'everything' then
        return old;
    end if;
    raise exception 'the outage log is append-only';
end
$$;
