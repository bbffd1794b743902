# frozen_string_literal: true

require "mkmf"

append_cflags(%w[-O3 -std=c99 -Wall])
create_makefile("packed_native")
