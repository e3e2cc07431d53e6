-- living on the set: the plan in force, reserves and fuel as found, loads as measured, a stall
alter table outage_event drop constraint outage_event_kind_check;
alter table outage_event add constraint outage_event_kind_check check (kind in ('started', 'done', 'read', 'refused-reading', 'corrected', 'opened', 'chosen', 'answered', 'undone', 'alarmed', 'all-clear', 'utility-seen', 'utility-lost', 'taken-over', 'planned', 'observed', 'fuel-seen', 'load-measured', 'stalled', 'ended'));

-- a rotation that was planned: proposed, and in force once the log says so
create table rotation_plan (
    id bigint generated always as identity primary key,
    outage_id bigint not null references outage,
    made_at timestamptz not null,
    made_by text not null,
    why text not null check (length(why) between 1 and 300),
    -- what people wished for once
    wishes jsonb not null,
    -- when the engine stands still to be filled
    refuels jsonb not null,
    -- what was asked, without the setup, and what is on
    question jsonb not null,
    on_sets jsonb not null,
    -- somebody has looked at it and doesn't want it
    dropped_at timestamptz
);

create index rotation_plan_outage on rotation_plan (outage_id, id);

create function announce_plan() returns trigger language plpgsql as $$
begin
    perform pg_notify('outage_event', (select household_id from outage where id = new.outage_id) || ' plan');
    return null;
end
$$;

create trigger rotation_plan_announce after insert or update on rotation_plan
    for each row execute function announce_plan();

-- the address of a household's calendar; whoever knows it sees the moves to come
alter table household add column calendar_key text unique check (length(calendar_key) = 40);
