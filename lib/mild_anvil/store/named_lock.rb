# frozen_string_literal: true

module MildAnvil
  module Store
    # A lock by name in the database, held by one process for as long as a block runs, and given back if it dies.
    module NamedLock
      WAIT_SECONDS = 120

      module_function

      # @return [Boolean] whether nobody else held it, so that the block ran
      def try(name, database = Sequel::Model.db)
        database.synchronize do
          return false unless database.get(Sequel.function(:get_lock, name, 0)) == 1

          begin
            yield
            true
          ensure
            give_back(name, database)
          end
        end
      end

      # @raise [Error] when somebody else held it too long
      def hold(name, database = Sequel::Model.db)
        database.synchronize do
          got = database.get(Sequel.function(:get_lock, name, WAIT_SECONDS))
          raise Error.new("#{name} was held for more than #{WAIT_SECONDS} s", name: name) unless got == 1

          begin
            yield
          ensure
            give_back(name, database)
          end
        end
      end

      # A connection that is gone has given its locks back.
      def give_back(name, database)
        database.get(Sequel.function(:release_lock, name))
      rescue *Database::LOST
        nil
      end
      private_class_method :give_back
    end
  end
end
