/** Zones that RFC 822 (5.1) and RFC 5322 (4.3) name, and hours ahead of UTC. */
const zones: Readonly<Record<string, number>> = {
  UT: 0, UTC: 0, GMT: 0, Z: 0, EST: -5, EDT: -4, CST: -6, CDT: -5, MST: -7, MDT: -6, PST: -8, PDT: -7,
}; // prettier-ignore
const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Minutes ahead of UTC, or null where the words name no zone for certain. Nothing is taken for UTC. */
function zoneMinutes(words: string): number | null {
  const bare = words.trim().replace(/\s*\([^)]*\)$/, '');
  if (bare === '') return 0;
  const [, sign, hours, minutes] = /^([+-])(\d{2}):?(\d{2})$/.exec(bare) ?? [];
  if (sign)
    return Number(hours) > 14 || Number(minutes) > 59
      ? null
      : (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes));
  const named = zones[bare.toUpperCase()];
  return named === undefined ? null : named * 60;
}

function moment(
  year: number,
  month: number,
  day: number,
  time: readonly number[],
  zone: string,
): number | null {
  const [hour = 0, minute = 0, second = 0] = time;
  const ahead = zoneMinutes(zone);
  if (ahead === null || hour > 23 || minute > 59 || second >= 61 || day < 1) return null;
  const midnight = new Date(Date.UTC(year, month, day));
  // What the calendar does not have is no date, not one of the month after.
  if (midnight.getUTCMonth() !== month || midnight.getUTCDate() !== day) return null;
  return midnight.getTime() + ((hour * 60 + minute - ahead) * 60 + second) * 1000;
}

/**
 * A date as feeds write it, in ms since 1970 in UTC: RFC 822 and 5322, RFC 3339 and what is near it. Never by the zone
 * or the habits of the machine; what is not certain is null.
 */
export function parseFeedDate(text: string): number | null {
  const bare = text.trim().replace(/\s+/g, ' ');
  const mail =
    /^(?:[A-Za-z]{3,9}\.?, ?)?(\d{1,2})[ -]([A-Za-z]{3,9})\.?[ -](\d{4}|\d{2})(?: (\d{1,2}):(\d{2})(?::(\d{2}(?:\.\d+)?))?(?: (.+))?)?$/.exec(
      bare,
    );
  if (mail) {
    const [, day, name = '', years = '', hour, minute, second, zone = ''] = mail;
    const month = months.indexOf(name.slice(0, 3).toLowerCase());
    // Years of two figures by RFC 5322, 4.3.
    const year = years.length === 4 ? Number(years) : Number(years) + (Number(years) < 50 ? 2000 : 1900);
    return month < 0
      ? null
      : moment(
          year,
          month,
          Number(day),
          [hour, minute, second].map((n) => Number(n ?? 0)),
          zone,
        );
  }
  const iso =
    /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[Tt ](\d{1,2}):(\d{2})(?::(\d{2}(?:\.\d+)?))? ?(Z|z|[+-]\d{2}:?\d{2}|UTC|GMT)?)?$/.exec(
      bare,
    );
  if (!iso) return null;
  const [, year, month, day, hour, minute, second, zone = ''] = iso;
  return moment(
    Number(year),
    Number(month) - 1,
    Number(day),
    [hour, minute, second].map((n) => Number(n ?? 0)),
    zone,
  );
}
