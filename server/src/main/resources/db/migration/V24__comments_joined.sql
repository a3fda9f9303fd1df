-- What was said twice is read once: the comment whose words say both.
alter table sheet_comment add column joined_into bigint references sheet_comment;
