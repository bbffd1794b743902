# frozen_string_literal: true

module MildAnvil
  module Core
    # Samples as a string of little-endian doubles: an eighth of what an array of them costs to make and to keep.
    #
    # Every loop here also stands in C (ext/packed), for recordings of millions of samples. MildAnvil.rb hands that over
    # with Packed.use where it was compiled; where it was not, these give the same, slower. A test holds both to it.
    module Packed
      BYTES = 8
      Survey = Struct.new(:missing, :lowest, :highest, :smallest_step, :off_grid, keyword_init: true)

      @native = nil

      module_function

      # @param native [Module, nil] with all the functions below, and those of PackedSearch, under the same names
      def use(native) = @native = native
      def native? = !@native.nil?
      def native = @native

      # @param values [Array<Float>]
      # @return [String]
      def pack(values) = values.pack("E*")
      def unpack(packed) = packed.unpack("E*")
      def size(packed) = packed.bytesize / BYTES

      # Parses lines of text to columns as long as every field is a number in the given style.
      #
      # @param text [String] binary
      # @param from [Integer] offset of a line
      # @param style [Array(String, String, String, String)] delimiter, decimal mark, thousands mark or "", and per
      #   column
      #   "n" number, "c" clock time, "s" stamp
      # @param scales [Array<Float>] a factor per column
      # @param buffers [Array<String>] packed values are added to them; NaN for an empty field
      # @return [Array(Integer, Integer)] offset of the first line that was not taken, and the number of lines taken
      def parse_rows(text, from, style, scales, buffers)
        @native ? @native.parse_rows(text, from, style, scales, buffers) : [from, 0]
      end

      # @param lows [String]
      # @param highs [String] the same string for samples themselves
      # @param bin [Integer]
      # @return [Array(String, String)] the lowest and the highest of each bin; NaN only where all of a bin is NaN
      def envelope(lows, highs, bin)
        return @native.envelope(lows, highs, bin) if @native

        [[lows, :min], [highs, :max]].map do |packed, which|
          pack(unpack(packed).each_slice(bin).map { |slice| slice.reject(&:nan?).public_send(which) || Float::NAN })
        end
      end

      # @return [Survey] missing values; the rest over those that are there. off_grid: the farthest from even spacing
      def survey(packed)
        figures = @native ? @native.survey(packed) : plain_survey(unpack(packed))
        Survey.new(**Survey.members.zip(figures).to_h)
      end

      # @param sign [Integer] 1 or -1
      # @return [String] values x sign - offset
      def shifted(packed, sign, offset)
        @native ? @native.shifted(packed, sign, offset) : pack(unpack(packed).map { |v| (v * sign) - offset })
      end

      # @return [Array<Integer>] every index whose value differs from the one before by more than that
      def leaps(packed, least)
        return @native.leaps(packed, least) if @native

        unpack(packed).each_cons(2).with_index(1).filter_map { |(a, b), i| i if (b - a).abs > least }
      end

      # @return [Array<Float>] the mean of every bin
      def means(packed, bin)
        @native ? @native.means(packed, bin) : unpack(packed).each_slice(bin).map { |slice| slice.sum / slice.size }
      end

      # @return [Array<Array(Integer, Integer)>] first and last of every run of equal values above the floor that is at
      #   least so long
      def runs(packed, least, floor)
        return @native.runs(packed, least, floor) if @native

        at = 0
        unpack(packed).chunk_while { |a, b| (b - a).zero? }.filter_map do |run|
          at += run.size
          [at - run.size, at - 1] if run.size >= least && run.first > floor
        end
      end

      # @return [Float] the integral of force over way from one sample to another, by the trapezoidal rule
      def path(forces, ways, from, stop)
        return @native.path(forces, ways, from, stop) if @native

        f, w = [forces, ways].map { |packed| unpack(packed) }
        (from...stop).sum { |i| (f[i] + f[i + 1]) * (w[i + 1] - w[i]) } / 2
      end

      # Lowest, highest, smallest step and largest departure of no values at all.
      NOTHING = [Float::INFINITY, -Float::INFINITY, Float::INFINITY, 0.0].freeze
      private_constant :NOTHING

      def plain_survey(values)
        present = values.reject(&:nan?)
        interval = values.size > 1 ? (values.last - values.first) / (values.size - 1) : 0.0
        steps = present.each_cons(2).map { |a, b| b - a }
        off = values.each_with_index.map { |v, i| v.nan? ? 0.0 : (v - values.first - (i * interval)).abs }
        [values.size - present.size, *present.minmax, steps.min, off.reject(&:nan?).max]
          .zip([0, *NOTHING]).map { |found, otherwise| found || otherwise }
      end
      private_class_method :plain_survey
    end
  end
end
