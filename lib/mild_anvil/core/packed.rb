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

      # @param native [Module, nil] with parse_rows, envelope and survey
      def use(native) = @native = native
      def native? = !@native.nil?

      # @param values [Array<Float>]
      # @return [String]
      def pack(values) = values.pack("E*")
      def unpack(packed) = packed.unpack("E*")
      def size(packed) = packed.bytesize / BYTES

      # Parses lines of text to columns as long as every field is a number in the given style.
      #
      # @param text [String] binary
      # @param from [Integer] offset of a line
      # @param style [Array(String, String, String, String)] delimiter, decimal mark, thousands mark or "", and per column
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

      def plain_survey(values)
        present = values.reject(&:nan?)
        interval = values.size > 1 ? (values.last - values.first) / (values.size - 1) : 0.0
        steps = present.each_cons(2).map { |a, b| b - a }
        off = values.each_with_index.map { |v, i| v.nan? ? 0.0 : (v - values.first - (i * interval)).abs }
        [values.size - present.size, present.min || Float::INFINITY, present.max || -Float::INFINITY, steps.min || Float::INFINITY, off.reject(&:nan?).max || 0.0]
      end
      private_class_method :plain_survey
    end
  end
end
