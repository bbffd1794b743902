# frozen_string_literal: true

module MildAnvil
  module Core
    # What a search along packed samples looks at: as Core::Packed, in C where that was compiled, in Ruby where not.
    module PackedSearch
      # bottom: y at the lower end of the first bucket; width: of each; count: how many
      Buckets = Struct.new(:bottom, :width, :count)

      module_function

      # Goes from one sample towards another as long as the values lie inside a band, or as long as they lie outside it.
      #
      # @param from [Integer] first sample looked at
      # @param stop [Integer] before or behind it; not looked at, may lie one beside the samples
      # @param low [Float]; @param high [Float] the band, ends included
      # @return [Integer] the first sample that ends the walk, or stop
      def walk(packed, from, stop, low: -Float::INFINITY, high: Float::INFINITY, inside: true)
        return native.walk(packed, from, stop, low, high, inside) if native

        step = from < stop ? 1 : -1
        from += step while from != stop && at(packed, from).between?(low, high) == inside
        from
      end

      # @return [Integer] how many of the samples from..stop are at least that
      def count(packed, from, stop, least)
        return native.count(packed, from, stop, least) if native

        (from..stop).count { |i| at(packed, i) >= least }
      end

      # Alternating maxima and minima that differ by more than a gate.
      #
      # @return [Array<Array(Integer, Integer)>] [sample, 1 for a maximum or -1 for a minimum], in order; the first one
      #   is
      #   the start if it is an extreme, the last one the extreme that was being followed at the end
      def turns(packed, gate)
        return native.turns(packed, gate) if native

        Turns.new(Packed.unpack(packed), gate).call
      end

      # @return [Array<Integer>] of every so manieth sample from..stop, those that lie no more than the slack below the
      #   highest of them before
      def climb(packed, from, stop, step, slack)
        return native.climb(packed, from, stop, step, slack) if native

        highest = -Float::INFINITY
        (from..stop).step(step).select do |i|
          value = at(packed, i)
          highest = value if value > highest
          value >= highest - slack
        end
      end

      # A smooth curve leaves only noise in its second differences.
      # @param count [Integer] samples from the start; @param stride [Integer] of which every so manieth is looked at
      # @return [Array(Integer, Float)] how many, and the upper median of the second differences' sizes
      def roughness(packed, count, stride)
        return native.roughness(packed, count, stride) if native

        values = Packed.unpack(packed)
        second = (1...[count - 1, 1].max).step(stride).map do |i|
          (values[i - 1] - (2 * values[i]) + values[i + 1]).abs
        end.sort
        [second.size, second.empty? ? 0.0 : second[second.size / 2]]
      end

      # Sums from which a least-squares line through any run of buckets of y follows.
      #
      # @param samples [Array<Integer>] those that count
      # @param buckets [Buckets]
      # @return [Array(Float, Float, Array)] mean x, mean y, and [n, x, y, xx, xy, yy] of each bucket about those means
      def bucket_sums(xs, ys, samples, buckets)
        return native.bucket_sums(xs, ys, samples, buckets.to_a) if native

        sums = Array.new(buckets.count) { [0, 0.0, 0.0, 0.0, 0.0, 0.0] }
        return [0.0, 0.0, sums] if samples.empty?

        points = samples.map { |i| [at(xs, i), at(ys, i)] }
        mean_x, mean_y = points.transpose.map { |values| values.sum / values.size }
        points.each do |px, py|
          x = px - mean_x
          y = py - mean_y
          bucket = sums[((py - buckets.bottom) / buckets.width).floor.clamp(0, buckets.count - 1)]
          [1, x, y, x * x, x * y, y * y].each_with_index { |v, i| bucket[i] += v }
        end
        [mean_x, mean_y, sums]
      end

      # The cut of a course into straight lines that leaves the least over, each line paid for with a penalty.
      #
      # @param xs [String] never decreasing; @param channels [Array<String>] values in units of their own noise
      # @param penalty [Float] what one more line costs; @param fewest [Integer] points of a line
      # @return [Array<Integer>] the first point of every line, in order
      def lines(xs, channels, penalty:, fewest: 2)
        return native.lines(xs, channels, penalty, fewest) if native

        Lines.new(Packed.unpack(xs), channels.map { |packed| Packed.unpack(packed) }, penalty, fewest).call
      end

      def native = Packed.native
      private_class_method :native

      def at(packed, index) = packed.unpack1("E", offset: index * Packed::BYTES)
      private_class_method :at
    end
  end
end
