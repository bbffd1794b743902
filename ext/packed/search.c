/* What a search along a recording looks at; lib/mild_anvil/core/packed_search.rb says what each means. */
#include "packed_native.h"
#include <math.h>
#include <stdlib.h>

static const double *doubles(VALUE packed, long *size) {
  StringValue(packed);
  *size = RSTRING_LEN(packed) / (long)sizeof(double);
  return (const double *)RSTRING_PTR(packed);
}

/* walk(values, from, stop, low, high, inside) -> the first sample on the way that does not lie inside (or outside), or stop */
VALUE packed_walk(int argc, VALUE *argv, VALUE self) {
  rb_check_arity(argc, 6, 6);
  long size, at = NUM2LONG(argv[1]), stop = NUM2LONG(argv[2]), step = at < stop ? 1 : -1;
  const double *v = doubles(argv[0], &size);
  double low = NUM2DBL(argv[3]), high = NUM2DBL(argv[4]);
  int inside = RTEST(argv[5]) ? 1 : 0;
  if (at != stop && (at < 0 || at >= size || stop < -1 || stop > size)) rb_raise(rb_eArgError, "outside the samples");
  while (at != stop && (v[at] >= low && v[at] <= high) == inside) at += step;
  RB_GC_GUARD(argv[0]);
  return LONG2NUM(at);
}

/* count(values, from, stop, least) -> how many of from..stop are at least that */
VALUE packed_count(VALUE self, VALUE values, VALUE from, VALUE stop, VALUE least) {
  long size, first = NUM2LONG(from), last = NUM2LONG(stop), found = 0;
  const double *v = doubles(values, &size);
  double gate = NUM2DBL(least);
  if (first < 0 || last >= size) rb_raise(rb_eArgError, "outside the samples");
  for (long i = first; i <= last; i++) found += v[i] >= gate;
  RB_GC_GUARD(values);
  return LONG2NUM(found);
}

static void turn(VALUE found, long at, int sense) { rb_ary_push(found, rb_ary_new_from_args(2, LONG2NUM(at), INT2FIX(sense))); }

/* turns(values, gate) -> [sample, 1 or -1] of alternating maxima and minima that differ by more than the gate */
VALUE packed_turns(VALUE self, VALUE values, VALUE gate_value) {
  long size, low = 0, high = 0;
  const double *v = doubles(values, &size);
  double gate = NUM2DBL(gate_value);
  int sense = 0;
  VALUE found = rb_ary_new();
  for (long i = 0; i < size; i++) {
    if (v[i] > v[high]) high = i;
    if (v[i] < v[low]) low = i;
    if (sense >= 0 && v[high] - v[i] > gate) {
      if (sense > 0 || high > 0) turn(found, high, 1);
      sense = -1;
      low = high = i;
    } else if (sense <= 0 && v[i] - v[low] > gate) {
      turn(found, low, -1);
      sense = 1;
      low = high = i;
    }
  }
  if (sense) turn(found, sense < 0 ? low : high, sense);
  RB_GC_GUARD(values);
  return found;
}

/* climb(values, from, stop, step, slack) -> samples that lie no more than the slack below the highest of those before */
VALUE packed_climb(VALUE self, VALUE values, VALUE from, VALUE stop, VALUE step_value, VALUE slack_value) {
  long size, first = NUM2LONG(from), last = NUM2LONG(stop), step = NUM2LONG(step_value);
  const double *v = doubles(values, &size);
  double slack = NUM2DBL(slack_value), highest = -INFINITY;
  if (first < 0 || last >= size || step < 1) rb_raise(rb_eArgError, "outside the samples");
  VALUE found = rb_ary_new();
  for (long i = first; i <= last; i += step) {
    if (v[i] > highest) highest = v[i];
    if (v[i] >= highest - slack) rb_ary_push(found, LONG2NUM(i));
  }
  RB_GC_GUARD(values);
  return found;
}

static int ascending(const void *a, const void *b) {
  double x = *(const double *)a, y = *(const double *)b;
  return (x > y) - (x < y);
}

/* roughness(values, count, stride) -> [how many, upper median] of |second difference| at every so manieth sample of the first count */
VALUE packed_roughness(VALUE self, VALUE values, VALUE count_value, VALUE stride_value) {
  long size, count = NUM2LONG(count_value), stride = NUM2LONG(stride_value), n = 0;
  const double *v = doubles(values, &size);
  if (count > size || stride < 1) rb_raise(rb_eArgError, "outside the samples");
  double *second = ALLOC_N(double, count / stride + 1);
  for (long i = 1; i < count - 1; i += stride) second[n++] = fabs(v[i - 1] - 2 * v[i] + v[i + 1]);
  qsort(second, (size_t)n, sizeof(double), ascending);
  double median = n ? second[n / 2] : 0.0;
  xfree(second);
  RB_GC_GUARD(values);
  return rb_ary_new_from_args(2, LONG2NUM(n), DBL2NUM(median));
}

/* bucket_sums(xs, ys, samples, [bottom, width, count]) -> [mean x, mean y, [[n, x, y, xx, xy, yy] of each bucket of y]] about the means */
VALUE packed_bucket_sums(VALUE self, VALUE xs, VALUE ys, VALUE samples, VALUE buckets) {
  long size, other, points = RARRAY_LEN(samples), count = NUM2LONG(rb_ary_entry(buckets, 2));
  const double *x = doubles(xs, &size), *y = doubles(ys, &other);
  double bottom = NUM2DBL(rb_ary_entry(buckets, 0)), width = NUM2DBL(rb_ary_entry(buckets, 1)), mean_x = 0.0, mean_y = 0.0;
  if (count < 1) rb_raise(rb_eArgError, "at least one bucket is needed");
  for (long k = 0; k < points; k++) {
    long i = NUM2LONG(rb_ary_entry(samples, k));
    if (i < 0 || i >= size || i >= other) rb_raise(rb_eArgError, "outside the samples");
    mean_x += x[i];
    mean_y += y[i];
  }
  if (points) { mean_x /= (double)points; mean_y /= (double)points; }
  double *sums = ALLOC_N(double, 6 * count);
  for (long b = 0; b < 6 * count; b++) sums[b] = 0.0;
  for (long k = 0; k < points; k++) {
    long i = NUM2LONG(rb_ary_entry(samples, k));
    double place = floor((y[i] - bottom) / width), dx = x[i] - mean_x, dy = y[i] - mean_y;
    double *s = sums + 6 * (place < 0 ? 0 : place >= (double)count ? count - 1 : (long)place);
    s[0] += 1;
    s[1] += dx;
    s[2] += dy;
    s[3] += dx * dx;
    s[4] += dx * dy;
    s[5] += dy * dy;
  }
  VALUE rows = rb_ary_new_capa(count);
  for (long b = 0; b < count; b++) {
    VALUE row = rb_ary_new_from_args(1, LONG2NUM((long)sums[6 * b]));
    for (int j = 1; j < 6; j++) rb_ary_push(row, DBL2NUM(sums[6 * b + j]));
    rb_ary_push(rows, row);
  }
  xfree(sums);
  RB_GC_GUARD(xs);
  RB_GC_GUARD(ys);
  return rb_ary_new_from_args(3, DBL2NUM(mean_x), DBL2NUM(mean_y), rows);
}
