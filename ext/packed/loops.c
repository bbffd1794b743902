/* What every sample of a recording goes through once; lib/mild_anvil/core/packed.rb says what each means. */
#include "packed_native.h"
#include <math.h>

/* envelope(lows, highs, bin) -> [lows, highs]: the lowest and highest of every bin, NaN only where all of a bin is NaN */
VALUE packed_envelope(VALUE self, VALUE lows, VALUE highs, VALUE bin) {
  long size = RSTRING_LEN(lows) / (long)sizeof(double), step = NUM2LONG(bin), bins = (size + step - 1) / step;
  if (step < 1 || RSTRING_LEN(highs) != RSTRING_LEN(lows)) rb_raise(rb_eArgError, "lows and highs do not match");
  VALUE low_out = rb_str_new(NULL, bins * (long)sizeof(double)), high_out = rb_str_new(NULL, bins * (long)sizeof(double));
  const double *low = (const double *)RSTRING_PTR(lows), *high = (const double *)RSTRING_PTR(highs);
  double *lo = (double *)RSTRING_PTR(low_out), *hi = (double *)RSTRING_PTR(high_out);
  for (long b = 0; b < bins; b++) {
    double l = NAN, h = NAN;
    long last = (b + 1) * step < size ? (b + 1) * step : size;
    for (long i = b * step; i < last; i++) {
      if (!(low[i] >= l)) l = isnan(low[i]) ? l : low[i];
      if (!(high[i] <= h)) h = isnan(high[i]) ? h : high[i];
    }
    lo[b] = l;
    hi[b] = h;
  }
  RB_GC_GUARD(lows);
  RB_GC_GUARD(highs);
  return rb_ary_new_from_args(2, low_out, high_out);
}

/* survey(values) -> [missing, lowest, highest, smallest step, farthest from the even grid] */
VALUE packed_survey(VALUE self, VALUE values) {
  long size = RSTRING_LEN(values) / (long)sizeof(double), absent = 0;
  const double *v = (const double *)RSTRING_PTR(values);
  double low = INFINITY, high = -INFINITY, step = INFINITY, off = 0.0, before = NAN;
  double interval = size > 1 ? (v[size - 1] - v[0]) / (double)(size - 1) : 0.0;
  for (long i = 0; i < size; i++) {
    if (isnan(v[i])) { absent++; continue; }
    if (v[i] < low) low = v[i];
    if (v[i] > high) high = v[i];
    if (v[i] - before < step) step = v[i] - before;
    double distance = fabs(v[i] - v[0] - (double)i * interval);
    if (distance > off) off = distance;
    before = v[i];
  }
  RB_GC_GUARD(values);
  return rb_ary_new_from_args(5, LONG2NUM(absent), DBL2NUM(low), DBL2NUM(high), DBL2NUM(step), DBL2NUM(off));
}

/* shifted(values, sign, offset) -> values * sign - offset */
VALUE packed_shifted(VALUE self, VALUE values, VALUE sign, VALUE offset) {
  long size = RSTRING_LEN(values) / (long)sizeof(double);
  VALUE out = rb_str_new(NULL, size * (long)sizeof(double));
  const double *v = (const double *)RSTRING_PTR(values);
  double *o = (double *)RSTRING_PTR(out), factor = NUM2DBL(sign), less = NUM2DBL(offset);
  for (long i = 0; i < size; i++) o[i] = v[i] * factor - less;
  RB_GC_GUARD(values);
  return out;
}

/* leaps(values, least) -> every index whose value differs from the one before by more than that */
VALUE packed_leaps(VALUE self, VALUE values, VALUE least) {
  long size = RSTRING_LEN(values) / (long)sizeof(double);
  const double *v = (const double *)RSTRING_PTR(values);
  double gate = NUM2DBL(least);
  VALUE found = rb_ary_new();
  for (long i = 1; i < size; i++)
    if (fabs(v[i] - v[i - 1]) > gate) rb_ary_push(found, LONG2NUM(i));
  RB_GC_GUARD(values);
  return found;
}

/* means(values, bin) -> the mean of every bin, as an array */
VALUE packed_means(VALUE self, VALUE values, VALUE bin) {
  long size = RSTRING_LEN(values) / (long)sizeof(double), step = NUM2LONG(bin);
  const double *v = (const double *)RSTRING_PTR(values);
  if (step < 1) rb_raise(rb_eArgError, "a bin has at least one sample");
  VALUE found = rb_ary_new_capa(size / step + 1);
  for (long from = 0; from < size; from += step) {
    long last = from + step < size ? from + step : size;
    double sum = 0.0;
    for (long i = from; i < last; i++) sum += v[i];
    rb_ary_push(found, DBL2NUM(sum / (double)(last - from)));
  }
  RB_GC_GUARD(values);
  return found;
}

/* runs(values, least, floor) -> [first, last] of every run of equal values above the floor that is at least so long */
VALUE packed_runs(VALUE self, VALUE values, VALUE least, VALUE floor_value) {
  long size = RSTRING_LEN(values) / (long)sizeof(double), shortest = NUM2LONG(least), start = 0;
  const double *v = (const double *)RSTRING_PTR(values);
  double gate = NUM2DBL(floor_value);
  VALUE found = rb_ary_new();
  for (long i = 1; i <= size; i++) {
    if (i < size && v[i] == v[i - 1]) continue;
    if (i - start >= shortest && v[start] > gate) rb_ary_push(found, rb_ary_new_from_args(2, LONG2NUM(start), LONG2NUM(i - 1)));
    start = i;
  }
  RB_GC_GUARD(values);
  return found;
}

/* path(forces, ways, from, stop) -> the integral of force over way by the trapezoidal rule */
VALUE packed_path(VALUE self, VALUE forces, VALUE ways, VALUE from, VALUE stop) {
  long size = RSTRING_LEN(forces) / (long)sizeof(double), first = NUM2LONG(from), last = NUM2LONG(stop);
  const double *f = (const double *)RSTRING_PTR(forces), *w = (const double *)RSTRING_PTR(ways);
  if (RSTRING_LEN(ways) != RSTRING_LEN(forces) || first < 0 || last >= size) rb_raise(rb_eArgError, "outside the samples");
  double sum = 0.0;
  for (long i = first; i < last; i++) sum += (f[i] + f[i + 1]) * (w[i + 1] - w[i]);
  RB_GC_GUARD(forces);
  RB_GC_GUARD(ways);
  return DBL2NUM(sum / 2);
}
