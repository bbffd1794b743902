# frozen_string_literal: true

require "json"

module MildAnvil
  module Cli
    # Prints the answer to a problem: as JSON, or as lines of names and figures.
    module Report
      FIGURES = 6

      module_function

      # @param answer [Hash, Array, Struct]
      # @return [String]
      def call(answer, json:)
        plain = plain(answer)
        json ? JSON.pretty_generate(plain) : lines(plain).join("\n")
      end

      def plain(value)
        case value
        when Struct then plain(value.to_h)
        when Hash then value.to_h { |k, v| [k.to_s, plain(v)] }
        when Array then value.map { |v| plain(v) }
        when Float then value.finite? ? value : nil
        when Symbol then value.to_s
        else value
        end
      end
      private_class_method :plain

      def lines(value, depth = 0)
        value.flat_map do |name, part|
          label = "#{'  ' * depth}#{name.to_s.tr('_', ' ')}"
          case part
          when Hash then [label, *lines(part, depth + 1)]
          when Array then if part.any?(Hash)
                            [label, *part.map do |p|
                                      "#{'  ' * (depth + 1)}#{flat(p)}"
                                    end]
                          else
                            ["#{label.ljust(34)} #{part.map do |p|
                              figure(p)
                            end.join(', ')}"]
                          end
          else ["#{label.ljust(34)} #{figure(part)}"]
          end
        end
      end
      private_class_method :lines

      def flat(hash)
        hash.map { |k, v| "#{k.to_s.tr('_', ' ')} #{v.is_a?(Hash) ? "(#{flat(v)})" : figure(v)}" }.join(", ")
      end
      private_class_method :flat

      def figure(value)
        case value
        when Float then format("%.#{FIGURES}g", value)
        when nil then "–"
        when true then "yes"
        when false then "no"
        when Array then value.map { |v| figure(v) }.join(" to ")
        else value.to_s
        end
      end
      private_class_method :figure
    end
  end
end
