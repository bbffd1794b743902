/* The loops over samples that Core::Packed and Core::PackedSearch hand to compiled code, and do themselves without it. */
#ifndef PACKED_NATIVE_H
#define PACKED_NATIVE_H
#include <ruby.h>

VALUE packed_parse_rows(VALUE self, VALUE, VALUE, VALUE, VALUE, VALUE);
VALUE packed_envelope(VALUE self, VALUE, VALUE, VALUE);
VALUE packed_survey(VALUE self, VALUE);
VALUE packed_shifted(VALUE self, VALUE, VALUE, VALUE);
VALUE packed_leaps(VALUE self, VALUE, VALUE);
VALUE packed_runs(VALUE self, VALUE, VALUE, VALUE);
VALUE packed_means(VALUE self, VALUE, VALUE);
VALUE packed_path(VALUE self, VALUE, VALUE, VALUE, VALUE);
VALUE packed_walk(int argc, VALUE *argv, VALUE self);
VALUE packed_count(VALUE self, VALUE, VALUE, VALUE, VALUE);
VALUE packed_turns(VALUE self, VALUE, VALUE);
VALUE packed_climb(VALUE self, VALUE, VALUE, VALUE, VALUE, VALUE);
VALUE packed_roughness(VALUE self, VALUE, VALUE, VALUE);
VALUE packed_bucket_sums(VALUE self, VALUE, VALUE, VALUE, VALUE);
VALUE packed_lines(VALUE self, VALUE, VALUE, VALUE, VALUE);

#endif
