-- A second wall between households: whatever a query forgets to say, a page of one sees nothing of another. The server works
-- as this role, which owns nothing and gets around nothing; it says for whom it works in juice.household, and leaves that
-- empty where it works for all of them (signing in, looking after plans).
do $$
begin
    create role juice_pages nologin;
exception when duplicate_object or unique_violation then
    null; -- another database of the cluster has made it
end
$$;

grant usage on schema public to juice_pages;
grant select, insert, update, delete on all tables in schema public to juice_pages;
grant usage, select on all sequences in schema public to juice_pages;
alter default privileges in schema public grant select, insert, update, delete on tables to juice_pages;
alter default privileges in schema public grant usage, select on sequences to juice_pages;

create function this_household() returns bigint language sql stable parallel safe as $$
    select nullif(current_setting('juice.household', true), '')::bigint
$$;

create function is_ours(household bigint) returns boolean language sql stable parallel safe as $$
    select this_household() is null or household = this_household()
$$;

do $$
declare
    its text;
begin
    -- what hangs on a household directly
    for its in select table_name from information_schema.columns
               where table_schema = 'public' and column_name = 'household_id' loop
        execute format('alter table %I enable row level security', its);
        execute format('create policy of_one_household on %I to juice_pages using (is_ours(household_id))', its);
    end loop;
    -- what hangs on an outage, whose own wall stands in between
    for its in select table_name from information_schema.columns
               where table_schema = 'public' and column_name = 'outage_id' and table_name <> 'outage' loop
        execute format('alter table %I enable row level security', its);
        execute format('create policy of_one_household on %I to juice_pages using '
            || '(this_household() is null or exists (select from outage where outage.id = outage_id))', its);
    end loop;
end
$$;

alter table household enable row level security;
create policy of_one_household on household to juice_pages using (is_ours(id));

alter table known_device enable row level security;
create policy of_one_household on known_device to juice_pages
    using (this_household() is null or exists (select from account where account.id = account_id));
