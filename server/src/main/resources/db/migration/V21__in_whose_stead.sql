-- In whose stead an answer was given, as it was then: a place that went to somebody else since says nothing of it.
alter table review_answer add column instead_of bigint references person;
-- Who passed a place on after deciding from it decided for himself.
update review_answer a set instead_of = seat_id where person_id <> seat_id and not exists (select 1 from review_seat s
    where s.review_id = a.review_id and s.turn = a.turn and s.person_id = a.seat_id and s.passed_by = a.person_id);
