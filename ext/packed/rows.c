/* Rows of text to packed doubles.
 *
 * parse_rows is strict: it takes a line only if every field is a number (or a clock time, or a stamp) in the file's own
 * style, and stops at the first line that is anything else. That line is Ruby's to judge. */
#include "packed_native.h"
#include <math.h>
#include <stdint.h>
#include <stdlib.h>
#include <string.h>

typedef struct {
  const char *at, *end;
  char delimiter, decimal;
  const char *thousands;
  size_t thousands_size;
} Cursor;

static const double POWERS[] = {1e0,  1e1,  1e2,  1e3,  1e4,  1e5,  1e6,  1e7,  1e8,  1e9,  1e10, 1e11,
                                1e12, 1e13, 1e14, 1e15, 1e16, 1e17, 1e18, 1e19, 1e20, 1e21, 1e22};

static const double LARGEST = 1e20; /* NumberStyle::LARGEST */

static inline int digit(char c) { return c >= '0' && c <= '9'; }

/* One fraction written as digits: exact where the digits fit 53 bits and the power of ten is exact, else by strtod. */
static int assemble(uint64_t digits, int count, int exponent, const char *from, const char *to, char decimal, const char *thousands,
                    size_t thousands_size, double *out) {
  if (count <= 15 && exponent >= -22 && exponent <= 22) {
    *out = exponent < 0 ? (double)digits / POWERS[-exponent] : (double)digits * POWERS[exponent];
    return *out <= LARGEST;
  }
  char buffer[64];
  size_t size = 0;
  while (from < to && size < sizeof buffer - 1) {
    if (thousands_size && (size_t)(to - from) >= thousands_size && memcmp(from, thousands, thousands_size) == 0) { from += thousands_size; continue; }
    buffer[size++] = *from == decimal ? '.' : *from;
    from++;
  }
  if (from < to) return 0;
  buffer[size] = 0;
  *out = strtod(buffer, NULL);
  return fabs(*out) <= LARGEST; /* false for what is no number */
}

static int number(Cursor *c, double *out) {
  const char *p = c->at;
  int negative = 0;
  if (p < c->end && (*p == '+' || *p == '-')) negative = *p++ == '-';
  const char *from = p;
  uint64_t digits = 0;
  int count = 0, seen = 0, point = 0, exponent = 0;
  while (p < c->end) {
    if (digit(*p)) {
      seen = 1;
      if (count < 18) { digits = digits * 10 + (uint64_t)(*p - '0'); if (digits) count++; } else { count = 99; }
      if (point) exponent--;
      p++;
    } else if (!point && *p == c->decimal) {
      point = 1;
      p++;
    } else if (!point && seen && c->thousands_size && (size_t)(c->end - p) > c->thousands_size && memcmp(p, c->thousands, c->thousands_size) == 0 &&
               digit(p[c->thousands_size])) {
      p += c->thousands_size;
    } else {
      break;
    }
  }
  if (!seen) return 0;
  if (p < c->end && (*p == 'e' || *p == 'E')) {
    const char *q = p + 1;
    int sign = 1, power = 0, some = 0;
    if (q < c->end && (*q == '+' || *q == '-')) sign = *q++ == '-' ? -1 : 1;
    while (q < c->end && digit(*q) && power < 10000) { power = power * 10 + (*q++ - '0'); some = 1; }
    if (!some) return 0;
    exponent += sign * power;
    p = q;
  }
  double value;
  if (!assemble(digits, count, exponent, from, p, c->decimal, c->thousands, c->thousands_size, &value)) return 0;
  *out = negative ? -value : value;
  c->at = p;
  return 1;
}

static int whole(Cursor *c, int most, long *out) {
  long value = 0;
  int count = 0;
  while (c->at < c->end && digit(*c->at) && count < most) { value = value * 10 + (*c->at++ - '0'); count++; }
  *out = value;
  return count;
}

static int seconds_with_fraction(Cursor *c, double *out) {
  long value;
  if (!whole(c, 2, &value)) return 0;
  double fraction = 0.0;
  if (c->at < c->end && (*c->at == '.' || *c->at == ',')) {
    c->at++;
    uint64_t digits = 0;
    int count = 0;
    while (c->at < c->end && digit(*c->at)) { if (count < 15) { digits = digits * 10 + (uint64_t)(*c->at - '0'); count++; } c->at++; }
    if (!count) return 0;
    fraction = (double)digits / POWERS[count];
  }
  *out = (double)value + fraction;
  return value < 60;
}

/* h:m:s or h:m or, with a fraction behind the second part, m:s */
static int clock_time(Cursor *c, double *out) {
  long first;
  if (!whole(c, 4, &first) || c->at >= c->end || *c->at++ != ':') return 0;
  Cursor saved = *c;
  long second;
  if (!whole(c, 2, &second) || second > 59) return 0;
  if (c->at < c->end && *c->at == ':') {
    double rest;
    c->at++;
    if (!seconds_with_fraction(c, &rest)) return 0;
    *out = first * 3600.0 + second * 60.0 + rest;
    return 1;
  }
  *c = saved;
  double rest;
  if (!seconds_with_fraction(c, &rest)) return 0;
  *out = first * 60.0 + rest;
  return 1;
}

static long days_from_civil(long y, long m, long d) {
  y -= m <= 2;
  long era = (y >= 0 ? y : y - 399) / 400, yoe = y - era * 400, doy = (153 * (m + (m > 2 ? -3 : 9)) + 2) / 5 + d - 1;
  return era * 146097 + (yoe * 365 + yoe / 4 - yoe / 100 + doy) - 719468;
}

/* yyyy-mm-dd or dd.mm.yyyy (any of - . /), T or a space, h:m[:s[.f]], and a zone that is honoured */
static int stamp(Cursor *c, double *out) {
  long a, b, d, hour, minute;
  double second = 0.0;
  int width = whole(c, 4, &a);
  if (!width || c->at >= c->end || !strchr("-./", *c->at)) return 0;
  c->at++;
  if (!whole(c, 2, &b) || c->at >= c->end || !strchr("-./", *c->at)) return 0;
  c->at++;
  if (!whole(c, 4, &d)) return 0;
  if (width <= 2) { long year = d; d = a; a = year; }
  if (a < 100) a += 2000;
  if (b < 1 || b > 12 || d < 1 || d > 31 || c->at >= c->end || (*c->at != 'T' && *c->at != ' ')) return 0;
  c->at++;
  if (!whole(c, 2, &hour) || hour > 24 || c->at >= c->end || *c->at++ != ':' || !whole(c, 2, &minute) || minute > 59) return 0;
  if (c->at < c->end && *c->at == ':') { c->at++; if (!seconds_with_fraction(c, &second)) return 0; }
  long zone = 0;
  if (c->at < c->end && *c->at == 'Z') c->at++;
  else if (c->at < c->end && (*c->at == '+' || *c->at == '-')) {
    long sign = *c->at++ == '-' ? -1 : 1, h, m = 0;
    if (whole(c, 2, &h) != 2) return 0;
    if (c->at < c->end && *c->at == ':') c->at++;
    whole(c, 2, &m);
    zone = sign * (h * 3600 + m * 60);
  }
  *out = (double)(days_from_civil(a, b, d) * 86400 + hour * 3600 + minute * 60 - zone) + second;
  return 1;
}

static inline int blank(char c, char delimiter) { return c == ' ' || (c == '\t' && delimiter != '\t'); }

static void skip_blanks(Cursor *c) {
  while (c->at < c->end && blank(*c->at, c->delimiter)) c->at++;
}

/* An empty field is a missing value; "nan" in any case, too. */
static int missing(Cursor *c) {
  if (c->at == c->end || *c->at == c->delimiter) return 1;
  if (c->end - c->at >= 3 && (c->at[0] | 32) == 'n' && (c->at[1] | 32) == 'a' && (c->at[2] | 32) == 'n') { c->at += 3; return 1; }
  return 0;
}

/* Words are passed over up to the next delimiter. */
static int words(Cursor *c, double *out) {
  *out = NAN;
  if (c->at < c->end && *c->at == '"') {
    const char *close = memchr(c->at + 1, '"', (size_t)(c->end - c->at - 1));
    if (!close) return 0;
    c->at = close + 1;
  } else {
    while (c->at < c->end && *c->at != c->delimiter && *c->at != '"' && !(c->delimiter == ' ' && *c->at == '\t')) c->at++;
  }
  skip_blanks(c);
  return 2;
}

static int field(Cursor *c, char form, double *out) {
  if (form == 'w') return words(c, out);
  int quoted = c->at < c->end && *c->at == '"';
  if (quoted) c->at++;
  skip_blanks(c);
  if (!quoted && missing(c)) { *out = NAN; return 2; }
  int good = form == 'c' ? clock_time(c, out) : form == 's' ? stamp(c, out) : number(c, out);
  if (!good) return 0;
  skip_blanks(c);
  if (quoted && (c->at >= c->end || *c->at++ != '"')) return 0;
  skip_blanks(c);
  return 1;
}

static int row(Cursor *c, long count, const char *forms, double *values) {
  int spaces = c->delimiter == ' ', some = 0;
  for (long i = 0; i < count; i++) {
    skip_blanks(c);
    if (spaces && c->at == c->end) return 0;
    int kind = field(c, forms[i], &values[i]);
    if (!kind) return 0;
    some |= kind == 1;
    if (i + 1 < count) {
      if (spaces) { if (c->at >= c->end || !blank(c->at[-1], ' ')) return 0; }
      else if (c->at >= c->end || *c->at++ != c->delimiter) return 0;
    }
  }
  skip_blanks(c);
  return some && c->at == c->end;
}

/* parse_rows(text, from, [delimiter, decimal, thousands, forms], scales, buffers) -> [offset, rows] */
VALUE packed_parse_rows(VALUE self, VALUE text, VALUE from, VALUE style, VALUE scales, VALUE buffers) {
  const char *start = RSTRING_PTR(text), *stop = start + RSTRING_LEN(text), *line = start + NUM2LONG(from);
  VALUE thousands = rb_ary_entry(style, 2), forms = rb_ary_entry(style, 3);
  long count = RARRAY_LEN(buffers), rows = 0;
  if (count > 256 || RSTRING_LEN(forms) != count || RARRAY_LEN(scales) != count || line < start || line > stop) rb_raise(rb_eArgError, "columns do not match");
  double values[256], factors[256];
  for (long i = 0; i < count; i++) factors[i] = NUM2DBL(rb_ary_entry(scales, i));
  Cursor cursor = {.delimiter = RSTRING_PTR(rb_ary_entry(style, 0))[0], .decimal = RSTRING_PTR(rb_ary_entry(style, 1))[0],
                   .thousands = RSTRING_PTR(thousands), .thousands_size = (size_t)RSTRING_LEN(thousands)};
  enum { BLOCK = 1024 };
  double *block = ALLOC_N(double, count * BLOCK);
  long filled = 0;
  for (;;) {
    int good = 0;
    const char *next = stop;
    if (line < stop) {
      const char *newline = memchr(line, '\n', (size_t)(stop - line));
      const char *end = newline ? newline : stop;
      next = newline ? newline + 1 : stop;
      if (end > line && end[-1] == '\r') end--;
      cursor.at = line;
      cursor.end = end;
      good = row(&cursor, count, RSTRING_PTR(forms), values);
    }
    if (good) {
      for (long i = 0; i < count; i++) block[i * BLOCK + filled] = values[i] * factors[i];
      filled++;
      rows++;
      line = next;
    }
    if (filled == BLOCK || (!good && filled)) {
      for (long i = 0; i < count; i++) rb_str_cat(rb_ary_entry(buffers, i), (const char *)(block + i * BLOCK), filled * (long)sizeof(double));
      filled = 0;
    }
    if (!good) break;
  }
  xfree(block);
  RB_GC_GUARD(text);
  return rb_ary_new_from_args(2, LONG2NUM(line - start), LONG2NUM(rows));
}
