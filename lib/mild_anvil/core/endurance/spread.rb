# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # A few of very many readings, evenly over the logarithm of their time.
      module Spread
        module_function

        # @param rows [Array] in the order of their time; @param most [Integer] how many are kept
        # @yieldreturn [Float] the time of a row, above zero
        # @return [Array] all of them where there are no more; the first and the last always
        def over_log(rows, most, &time)
          return rows if rows.size <= most

          first, last = [rows.first, rows.last].map { |row| Math.log(yield(row)) }
          at = 0
          (0...most).map do |i|
            wanted = Math.exp(first + ((last - first) * i / (most - 1)))
            at += 1 while at < rows.size - 1 && yield(rows[at]) < wanted
            { 0 => rows.first, most - 1 => rows.last }.fetch(i) { rows[at] }
          end.uniq
        end
      end
    end
  end
end
