# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Everything that is wrong with a package, before anything of it is taken.
      module Sound
        module_function

        # @param contents [Devices::Package::Contents]
        # @return [Array<String>]
        def problems(contents, vouched = Vouched.new(contents))
          schema = contents.ours["schema"].to_i
          if schema > Store::Database.newest_schema
            return ["it was made by a later version (#{contents.ours['application'].to_s[0, 20]}): bring this one up " \
                    "to date first"]
          end

          return contents.problems if contents.problems.any?

          seal = vouched.problems
          seal.any? ? seal : fitting(contents)
        end

        # Whether each value can stand where it stands comes before what follows from it.
        def fitting(contents)
          rows = Proof::Rows.problems(contents)
          return rows if rows.any?

          sealed = Devices::Package::Signed.new(contents).problems + CarriedEvents.problems(contents)
          sealed.any? ? sealed : Proof.problems(contents)
        rescue *OTHER_FORM => e
          [other_form(e)]
        end
        private_class_method :fitting

        # What somebody elsewhere wrote may be of any form under its names: what cannot be followed is not taken.
        OTHER_FORM = [TypeError, NoMethodError, KeyError, IndexError, ArgumentError, ZeroDivisionError,
                      FloatDomainError, EncodingError, JSON::ParserError, Sequel::ConstraintViolation].freeze

        # @param error [StandardError]
        # @return [String] for people; the log has the rest
        def other_form(error)
          warn "package: #{error.class}: #{error.message[0, 200]} #{error.backtrace.first(3).join(' ')}"
          "something in it is of another form than a package has (#{error.class.name.split('::').last}): it cannot " \
            "be followed back"
        end
      end
    end
  end
end
