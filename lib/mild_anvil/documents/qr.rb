# frozen_string_literal: true

require "rqrcode_core"

module MildAnvil
  module Documents
    # A code that opens what it stands on.
    module Qr
      module_function

      # The dark modules of each row run together, so that no printer leaves hairs between them. One that stands there
      # again, as on a sheet of tags, is worked out once.
      # @param at [Array(Float, Float)] its upper left corner; @param side [Float] in points
      def draw(pdf, text, at:, side:)
        runs, count = last(text)
        size = side / count.to_f
        pdf.fill_color Sheet::INK
        pdf.fill do
          runs.each { |x, y, long| pdf.rectangle([at.first + (x * size), at.last - (y * size)], long * size, size) }
        end
      end

      # @return [Array(Array<Array(Integer, Integer, Integer)>, Integer)] column, row and length of each dark run; how
      #   many modules make a side
      def last(text)
        known = Thread.current[:mild_anvil_qr]
        return known.last if known&.first == text

        runs(RQRCodeCore::QRCode.new(text, level: :m).modules).tap { |made| Thread.current[:mild_anvil_qr] = [text, made] }
      end
      private_class_method :last

      def runs(modules)
        found = modules.each_with_index.flat_map do |line, y|
          line.each_with_index.chunk_while { |(a, _), (b, _)| a == b }
              .filter_map { |run| [run.first.last, y, run.size] if run.first.first }
        end
        [found, modules.size]
      end
      private_class_method :runs
    end
  end
end
