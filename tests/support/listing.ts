/** What the member is called who sees to a record. */
export const OWNER = `coalesce((select name from "user" where id = one.owner_id), '')`

/** Whose a record is and how much it has, as kept beside it, where it is not what the records themselves say. */
export const KEPT_WRONG = `
  select kept.* from record one full join listing kept on kept.record_id = one.id
  where (kept.workspace_id, kept.type, kept.owner, kept.sent, kept.last_sent_at, kept.people, kept.deals, kept.requests)
    is distinct from (one.workspace_id, one.type, ${OWNER},
      (select count(*)::int from submission where contact_id = one.id and state = 'applied' and binned_at is null and not is_test),
      (select max(received_at) from submission where contact_id = one.id and state = 'applied' and binned_at is null and not is_test),
      (select count(*)::int from record r where r.company_id = one.id and r.type = 'contact' and r.gone_by is null),
      (select count(*)::int from record r where r.company_id = one.id and r.type = 'deal' and r.gone_by is null),
      (select count(*)::int from record r where r.company_id = one.id and r.type = 'request' and r.gone_by is null))`

const TITLE_AND_KEY = (id: string) => `(select title || ' ' || key from record where id = ${id} and gone_by is null)`

const TITLE = (id: string) => `coalesce((select title from record where id = ${id} and gone_by is null), '')`

/** Each word of some texts once, in lower case. */
const words = (texts: string) =>
  `array(select distinct unnest(string_to_array(lower(array_to_string(array[${texts}], ' ')), ' ')))`

/** The words of a text that is kept, however often each is in it. */
const KEPT_WORDS = `array(select unnest(string_to_array(kept.text, ' ')) order by 1)`

/** The same, in the order that the kept ones are compared in. */
const sorted = (array: string) => `array(select unnest(${array}) order by 1)`

/** What is kept of what a record says, where it is not its own words and those of whom it belongs to. */
export const TEXTS_WRONG = `
  select kept.* from record one full join record_text kept on kept.record_id = one.id
  where (kept.workspace_id, kept.type, kept.here, kept.title, kept.key, kept.domain, kept.person, kept.company, kept.at, coalesce(kept.numbers, '{}'), kept.opened_at,
      kept.changed_at, ${KEPT_WORDS})
    is distinct from (one.workspace_id, one.type, one.gone_by is null, one.title, one.key, coalesce(one.domain, ''),
      ${TITLE('one.contact_id')}, ${TITLE('one.company_id')},
      coalesce(one."values" ->> case one.type when 'deal' then 'stage' when 'request' then 'status' end, ''),
      coalesce((select jsonb_object_agg(key, value) from jsonb_each(one."values")
        where jsonb_typeof(value) = 'number' and one.type in ('deal', 'request')), '{}'), one.created_at, one.updated_at,
      ${sorted(
        words(`one.title, one.key, one.domain, values_text(one."values"),
      nullif(array_to_string(array(select title || ' ' || key from record where merged_into = one.id), ' '), ''),
      ${TITLE_AND_KEY('one.contact_id')},
      (select title from record where id = one.company_id and gone_by is null),
      (select domain from record where id = one.company_id and gone_by is null)`),
      )})`

/** The same of submissions. */
export const SUBMISSIONS_KEPT_WRONG = `
  select kept.* from submission one full join submission_listing kept on kept.submission_id = one.id
  where (kept.workspace_id, kept.form_id, kept.state, kept.is_test, kept.is_binned, kept.is_erased, kept.is_settled, kept.why,
      kept.received_at, kept.who, kept.form, kept.text is null, ${KEPT_WORDS})
    is distinct from (one.workspace_id, one.form_id, one.state, one.is_test, one.binned_at is not null, one.erased_by is not null,
      one.settled_at is not null, array_to_string(one.suspicions, ' '), one.received_at, ${TITLE('one.contact_id')},
      (select name from form where id = one.form_id), one.state = 'received',
      case when one.state = 'received' then '{}' else ${sorted(
        words(`values_text(one."values"), ${TITLE_AND_KEY('one.contact_id')},
      nullif(array_to_string(array(select text from submission_note where submission_id = one.id), ' '), '')`),
      )} end)`
