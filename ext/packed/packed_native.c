#include "packed_native.h"

void Init_packed_native(void) {
  VALUE outer = rb_define_module("MildAnvil");
  VALUE native = rb_define_module_under(outer, "PackedNative");
  rb_define_module_function(native, "parse_rows", packed_parse_rows, 5);
  rb_define_module_function(native, "envelope", packed_envelope, 3);
  rb_define_module_function(native, "survey", packed_survey, 1);
  rb_define_module_function(native, "shifted", packed_shifted, 3);
  rb_define_module_function(native, "leaps", packed_leaps, 2);
  rb_define_module_function(native, "runs", packed_runs, 3);
  rb_define_module_function(native, "means", packed_means, 2);
  rb_define_module_function(native, "path", packed_path, 4);
  rb_define_module_function(native, "walk", packed_walk, -1);
  rb_define_module_function(native, "count", packed_count, 4);
  rb_define_module_function(native, "turns", packed_turns, 2);
  rb_define_module_function(native, "climb", packed_climb, 5);
  rb_define_module_function(native, "roughness", packed_roughness, 3);
  rb_define_module_function(native, "bucket_sums", packed_bucket_sums, 4);
  rb_define_module_function(native, "lines", packed_lines, 4);
}
