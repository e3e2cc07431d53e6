-- An electrician may work for many households: the account belongs to the first that asked, and works for these too.
create table also_works_for (
    account_id bigint not null references account,
    household_id bigint not null references household,
    since timestamptz not null default now(),
    primary key (account_id, household_id)
);

alter table also_works_for enable row level security;
create policy of_one_household on also_works_for to juice_pages using (is_ours(household_id));

-- whoever works for a household is seen by it
drop policy of_one_household on account;
create policy of_one_household on account to juice_pages using (is_ours(household_id)
    or exists (select from also_works_for also where also.account_id = account.id and also.household_id = this_household()));

-- Asked past the wall, where a page sees one household alone: for which others somebody works, and by what name these go.
create function works_for(worker bigint) returns table (id bigint, name text)
    language sql stable security definer set search_path = public as $$
    select household.id, household.name from household
    where household.id in (select household_id from account where account.id = worker and removed_at is null
                           union select household_id from also_works_for where account_id = worker)
    order by household.id
$$;

-- Somebody no longer works for a household; true where they still work for another, and the account goes on there.
create function leaves(worker bigint, leaving bigint) returns boolean
    language plpgsql security definer set search_path = public as $$
declare
    next bigint;
begin
    if not is_ours(leaving) then
        raise exception 'of another household';
    end if;
    delete from also_works_for where account_id = worker and household_id = leaving;
    if found then
        return true;
    end if;
    select household_id into next from also_works_for where account_id = worker order by since limit 1;
    if next is null then
        return false;
    end if;
    update account set household_id = next where id = worker and household_id = leaving;
    delete from also_works_for where account_id = worker and household_id = next;
    return true;
end
$$;

-- Who asks for a household of their own on this server, until its owner has said yes or no. No household is behind it yet.
create table asked_in (
    id bigint generated always as identity primary key,
    household text not null check (length(household) between 1 and 120),
    display_name text not null check (length(display_name) between 1 and 80),
    login text not null unique check (login = lower(login) and length(login) between 1 and 80),
    password_hash text not null,
    -- who they are, for the owner
    word text not null check (length(word) <= 300),
    asked_at timestamptz not null
);

alter table asked_in enable row level security;
create policy of_the_server on asked_in to juice_pages
    using (this_household() is null or this_household() = first_household());
