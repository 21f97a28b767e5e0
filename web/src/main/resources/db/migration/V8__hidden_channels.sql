-- Channels that do not serve an assignment; all others do, also those that come later.
create table hidden_channel (
    assignment_id bigint not null references assignment on delete cascade,
    channel_id    bigint not null references channel on delete cascade,
    primary key (assignment_id, channel_id)
);
