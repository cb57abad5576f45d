-- What spoke against a spell that was begun against advice, or logged although it was not allowed.

alter table spell add column against text;
