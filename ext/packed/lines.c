/* The best cut of a course into straight lines; lib/mild_anvil/core/packed_search/lines.rb says what each means. */
#include "packed_native.h"
#include <math.h>

typedef struct {
  long count, channels;
  double *u, *uu, **y, **yy, **uy; /* sums of the first k points */
} sums_t;

/* What the least-squares lines through points from..to-1 of every channel leave over. */
static double left_over(const sums_t *s, long from, long to) {
  double n = (double)(to - from), u = s->u[to] - s->u[from];
  double suu = s->uu[to] - s->uu[from] - u * u / n, left = 0.0;
  for (long c = 0; c < s->channels; c++) {
    double y = s->y[c][to] - s->y[c][from];
    double syy = s->yy[c][to] - s->yy[c][from] - y * y / n, suy = s->uy[c][to] - s->uy[c][from] - u * y / n;
    double part = suu > 0.0 ? syy - suy * suy / suu : syy;
    if (part > 0.0) left += part;
  }
  return left;
}

static double *summed(const double *a, const double *b, long n) {
  double *sums = ALLOC_N(double, n + 1);
  sums[0] = 0.0;
  for (long i = 0; i < n; i++) sums[i + 1] = sums[i] + a[i] * (b ? b[i] : 1.0);
  return sums;
}

/* lines(xs, [ys ...], penalty, fewest) -> first point of every line */
VALUE packed_lines(VALUE self, VALUE xs, VALUE channels, VALUE penalty_value, VALUE fewest_value) {
  StringValue(xs);
  long n = RSTRING_LEN(xs) / (long)sizeof(double), fewest = NUM2LONG(fewest_value), kept = 0;
  const double *x = (const double *)RSTRING_PTR(xs);
  double penalty = NUM2DBL(penalty_value);
  VALUE found = rb_ary_new();
  sums_t s = {n, RARRAY_LEN(channels), NULL, NULL, NULL, NULL, NULL};
  for (long c = 0; c < s.channels; c++) {
    VALUE packed = rb_ary_entry(channels, c);
    if (RSTRING_LEN(StringValue(packed)) != RSTRING_LEN(xs)) rb_raise(rb_eArgError, "channels of different length");
  }
  if (fewest < 1) rb_raise(rb_eArgError, "at least one point is needed");
  if (n == 0) return found;
  double *u = ALLOC_N(double, n), span = x[n - 1] - x[0];
  for (long i = 0; i < n; i++) u[i] = span > 0.0 ? (x[i] - x[0]) / span : 0.0;
  s.u = summed(u, NULL, n);
  s.uu = summed(u, u, n);
  s.y = ALLOC_N(double *, s.channels);
  s.yy = ALLOC_N(double *, s.channels);
  s.uy = ALLOC_N(double *, s.channels);
  for (long c = 0; c < s.channels; c++) {
    const double *y = (const double *)RSTRING_PTR(rb_ary_entry(channels, c));
    s.y[c] = summed(y, NULL, n);
    s.yy[c] = summed(y, y, n);
    s.uy[c] = summed(u, y, n);
  }
  double *best = ALLOC_N(double, n + 1), *price = ALLOC_N(double, n + 1);
  long *from = ALLOC_N(long, n + 1), *open = ALLOC_N(long, n + 1);
  for (long to = 0; to <= n; to++) best[to] = INFINITY;
  best[0] = -penalty;
  for (long to = fewest; to <= n; to++) {
    long next = 0;
    if (best[to - fewest] < INFINITY) open[kept++] = to - fewest;
    for (long k = 0; k < kept; k++) {
      price[k] = best[open[k]] + left_over(&s, open[k], to);
      if (price[k] + penalty < best[to]) {
        best[to] = price[k] + penalty;
        from[to] = open[k];
      }
    }
    for (long k = 0; k < kept; k++)
      if (price[k] <= best[to]) open[next++] = open[k];
    kept = next;
  }
  if (n < fewest) {
    rb_ary_push(found, LONG2NUM(0));
  } else {
    for (long at = n; at > 0; at = from[at]) rb_ary_unshift(found, LONG2NUM(from[at]));
  }
  xfree(u); xfree(s.u); xfree(s.uu);
  for (long c = 0; c < s.channels; c++) { xfree(s.y[c]); xfree(s.yy[c]); xfree(s.uy[c]); }
  xfree(s.y); xfree(s.yy); xfree(s.uy);
  xfree(best); xfree(price); xfree(from); xfree(open);
  RB_GC_GUARD(xs);
  RB_GC_GUARD(channels);
  return found;
}
