-- what somebody who joined with the code may do, and since when they stand where they stand
alter table helper add column role text not null default 'helper' check (role in ('helper', 'watcher'));
alter table helper add column placed_at timestamptz;

-- what is urgent is told as such, so that pages need not look first
create or replace function announce() returns trigger language plpgsql as $$
begin
    perform pg_notify('outage_event', (select household_id from outage where id = new.outage_id) || ' ' || new.sequence || ' ' || new.kind);
    return null;
end
$$;

-- printed beside the panel: with it any phone joins whatever outage goes on, should all phones of the house be flat
alter table household add column printed_code text unique check (length(printed_code) = 6);
